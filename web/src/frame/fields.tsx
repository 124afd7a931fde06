// The few form fields there are. Each shows what is wrong with it, and the mend, right below.
import { Box, chakra, Input, Text } from "@chakra-ui/react";
import { type ReactNode, useId } from "react";
import type { Problem } from "../api/client";
import { Ruled } from "./Ruled";

const Label = chakra("label", { base: { display: "block", fontSize: "13px", fontWeight: "600", mb: "3px" } });

const Select = chakra("select", {
  base: {
    width: "100%",
    minW: "0",
    minH: "36px",
    px: "7px",
    bg: "paper",
    color: "ink",
    fontSize: "15px",
    borderWidth: "1px",
    borderColor: "line",
    borderRadius: "4px",
    _focusVisible: { outline: "3px solid", outlineColor: "woad" },
  },
});

type Common = { label: string; hideLabel?: boolean; help?: string; problems?: Problem[]; w?: string };

function Around({
  label,
  hideLabel,
  help,
  problems = [],
  id,
  w,
  children,
}: Common & { id: string; children: ReactNode }) {
  return (
    <Box w={w ?? "100%"} minW="0" flexShrink={w ? 0 : 1}>
      {!hideLabel && <Label htmlFor={id}>{label}</Label>}
      {children}
      {help && problems.length === 0 && (
        <Text fontSize="12.5px" color="soft" mt="3px" id={`${id}-help`}>
          <Ruled>{help}</Ruled>
        </Text>
      )}
      {problems.map((p) => (
        <Text
          key={p.code + p.at}
          fontSize="13px"
          mt="4px"
          color={p.stops ? "madder" : "ink"}
          fontWeight={p.stops ? 600 : 500}
          id={`${id}-problem`}
          role={p.stops ? "alert" : "note"}
        >
          <Ruled>{`${p.stops ? "" : "Note: "}${p.says} ${p.mend}`}</Ruled>
        </Text>
      ))}
    </Box>
  );
}

const stops = (problems?: Problem[]) => !!problems?.some((p) => p.stops);

export function TextField({
  value,
  onChange,
  onBlur,
  ...common
}: Common & { value: string; onChange: (v: string) => void; onBlur?: () => void }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <Input
        id={id}
        value={value}
        aria-label={common.hideLabel ? common.label : undefined}
        aria-invalid={stops(common.problems)}
        aria-describedby={stops(common.problems) ? `${id}-problem` : undefined}
        onChange={(e) => onChange(e.target.value)}
        onBlur={onBlur}
        autoComplete="off"
        spellCheck={false}
      />
    </Around>
  );
}

/** A whole number; what is not one is passed on as NaN-free text to the core's judgement by keeping the last good value. */
export function NumberField({
  value,
  onChange,
  min = 0,
  max,
  ...common
}: Common & { value: number; onChange: (v: number) => void; min?: number; max?: number }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <Input
        id={id}
        type="number"
        inputMode="numeric"
        min={min}
        max={max}
        value={Number.isFinite(value) ? String(value) : ""}
        aria-label={common.hideLabel ? common.label : undefined}
        aria-invalid={stops(common.problems)}
        onChange={(e) => onChange(e.target.value === "" ? 0 : Math.trunc(Number(e.target.value)))}
      />
    </Around>
  );
}

export function ChoiceField<T extends string>({
  value,
  onChange,
  choices,
  ...common
}: Common & { value: T; onChange: (v: T) => void; choices: { value: T; name: string }[] }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <Select
        id={id}
        value={value}
        aria-label={common.hideLabel ? common.label : undefined}
        onChange={(e) => onChange(e.target.value as T)}
      >
        {!choices.some((c) => c.value === value) && (
          <option value={value}>{value === "own" ? "as written above" : value || "choose"}</option>
        )}
        {choices.map((c) => (
          <option key={c.value} value={c.value}>
            {c.name}
          </option>
        ))}
      </Select>
    </Around>
  );
}

export function ColourField({ value, onChange, ...common }: Common & { value: string; onChange: (v: string) => void }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <chakra.input
        id={id}
        type="color"
        aria-label={common.hideLabel ? common.label : undefined}
        value={/^#[0-9a-fA-F]{6}$/.test(value) ? value : "#999999"}
        onChange={(e) => onChange(e.target.value)}
        w="44px"
        h="36px"
        p="2px"
        bg="paper"
        borderWidth="1px"
        borderColor="line"
        borderRadius="4px"
        cursor="pointer"
      />
    </Around>
  );
}

export function Tick({ value, onChange, label }: { value: boolean; onChange: (v: boolean) => void; label: string }) {
  return (
    <chakra.label display="flex" alignItems="center" gap="8px" fontSize="14px" minH="36px" mt="22px" cursor="pointer">
      <chakra.input
        type="checkbox"
        checked={value}
        onChange={(e) => onChange(e.target.checked)}
        w="18px"
        h="18px"
        accentColor="var(--v-colors-madder)"
      />
      {label}
    </chakra.label>
  );
}
