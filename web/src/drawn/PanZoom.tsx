import { Box, Button, Flex } from "@chakra-ui/react";
import { type ReactNode, useRef, useState } from "react";

type View = { x: number; y: number; k: number };
const whole: View = { x: 0, y: 0, k: 1 };
const arrows: Record<string, [number, number]> = {
  ArrowLeft: [60, 0],
  ArrowRight: [-60, 0],
  ArrowUp: [0, 60],
  ArrowDown: [0, -60],
};
const factors: Record<string, number> = { "+": 1.4, "=": 1.4, "-": 1 / 1.4 };

/** Lets a drawing be moved and enlarged: drag, wheel, pinch by the wheel, or the buttons and + − 0 keys when it has the focus. */
export function PanZoom({ children, label, tools }: { children: ReactNode; label: string; tools?: ReactNode }) {
  const [view, setView] = useState(whole);
  const from = useRef<{ x: number; y: number; view: View } | undefined>(undefined);
  const frame = useRef<HTMLDivElement>(null);
  const zoom = (factor: number, at?: { x: number; y: number }) =>
    setView((v) => {
      const box = frame.current?.getBoundingClientRect();
      const k = Math.min(16, Math.max(1, v.k * factor));
      if (k === 1) return whole;
      const px = at && box ? at.x - box.left - box.width / 2 : 0;
      const py = at && box ? at.y - box.top - box.height / 2 : 0;
      return { k, x: px - ((px - v.x) * k) / v.k, y: py - ((py - v.y) * k) / v.k };
    });
  const act = (key: string) => {
    const arrow = arrows[key];
    const factor = factors[key];
    if (arrow && view.k > 1) setView((v) => ({ ...v, x: v.x + arrow[0], y: v.y + arrow[1] }));
    else if (factor) zoom(factor);
    else if (key === "0") setView(whole);
    else return false;
    return true;
  };
  return (
    <Box w="100%">
      <Box
        ref={frame}
        role="group"
        aria-label={`${label}: drag to move, + and − to zoom, 0 for the whole`}
        tabIndex={0}
        overflow="hidden"
        touchAction={view.k > 1 ? "none" : "pan-y"}
        cursor={view.k > 1 ? "grab" : "default"}
        onKeyDown={(e) => {
          if (!e.ctrlKey && !e.metaKey && act(e.key)) e.preventDefault();
        }}
        onWheel={(e) => {
          if (e.ctrlKey || view.k > 1) zoom(Math.exp(-e.deltaY / 400), { x: e.clientX, y: e.clientY });
        }}
        onPointerDown={(e) => {
          if (view.k === 1) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          from.current = { x: e.clientX, y: e.clientY, view };
        }}
        onPointerMove={(e) => {
          const f = from.current;
          if (f) setView({ ...f.view, x: f.view.x + e.clientX - f.x, y: f.view.y + e.clientY - f.y });
        }}
        onPointerUp={() => {
          from.current = undefined;
        }}
        onPointerCancel={() => {
          from.current = undefined;
        }}
      >
        <Flex
          justify="center"
          style={{
            transform: `translate(${view.x}px, ${view.y}px) scale(${view.k})`,
            willChange: view.k > 1 ? "transform" : undefined,
          }}
        >
          {children}
        </Flex>
      </Box>
      <Flex justify="center" gap="6px" mt="8px" className="no-print" wrap="wrap">
        {tools}
        <Button size="sm" aria-label="Larger" onClick={() => zoom(1.4)}>
          +
        </Button>
        <Button size="sm" aria-label="Smaller" onClick={() => zoom(1 / 1.4)} disabled={view.k === 1}>
          −
        </Button>
        <Button size="sm" onClick={() => setView(whole)} disabled={view.k === 1}>
          Whole
        </Button>
      </Flex>
    </Box>
  );
}
