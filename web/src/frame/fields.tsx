// The few form fields there are. Each shows what is wrong with it, and the mend, right below.
import { Box, Checkbox, chakra, Input, NativeSelect, Text } from "@chakra-ui/react";
import { type ReactNode, useId, useState } from "react";
import type { Problem } from "../api/client";
import { Ruled } from "./Ruled";

const Label = chakra("label", { base: { display: "block", fontSize: "note", fontWeight: "600", mb: "3px" } });

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
      {(help || problems.length > 0) && (
        <Box id={saysOf(id)}>
          {help && problems.length === 0 && (
            <Text fontSize="fine" color="soft" mt="3px">
              <Ruled>{help}</Ruled>
            </Text>
          )}
          {problems.map((p) => (
            <Text
              key={p.code + p.at}
              fontSize="note"
              mt="4px"
              color={p.stops ? "madder" : "ink"}
              fontWeight={p.stops ? 600 : 500}
              role={p.stops ? "alert" : "note"}
            >
              <Ruled>{`${p.stops ? "" : "Note: "}${p.says} ${p.mend}`}</Ruled>
            </Text>
          ))}
        </Box>
      )}
    </Box>
  );
}

const saysOf = (id: string) => `${id}-says`;

/** What belongs to a field: its name where that is hidden, whether it is wrong, and what is said of it. */
function belongs(id: string, { label, hideLabel, help, problems = [] }: Common) {
  return {
    "aria-label": hideLabel ? label : undefined,
    "aria-invalid": problems.some((p) => p.stops),
    "aria-describedby": help || problems.length > 0 ? saysOf(id) : undefined,
  };
}

export function TextField({
  value,
  onChange,
  onBlur,
  type,
  ...common
}: Common & { value: string; onChange: (v: string) => void; onBlur?: () => void; type?: "date" }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <Input
        id={id}
        type={type}
        value={value}
        {...belongs(id, common)}
        onChange={(e) => onChange(e.target.value)}
        onBlur={onBlur}
        autoComplete="off"
        spellCheck={false}
      />
    </Around>
  );
}

/** A whole number. A field that is emptied, or holds no number yet, keeps the last good value: it stands there again once the field is left. */
export function NumberField({
  value,
  onChange,
  min = 0,
  max,
  ...common
}: Common & { value: number; onChange: (v: number) => void; min?: number; max?: number }) {
  const id = useId();
  const [empty, setEmpty] = useState(false);
  return (
    <Around id={id} {...common}>
      <Input
        id={id}
        type="number"
        inputMode="numeric"
        min={min}
        max={max}
        value={empty ? "" : String(value)}
        {...belongs(id, common)}
        onChange={(e) => {
          const n = e.target.value === "" ? Number.NaN : Math.trunc(Number(e.target.value));
          setEmpty(Number.isNaN(n));
          if (!Number.isNaN(n)) onChange(n);
        }}
        onBlur={() => setEmpty(false)}
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
      <NativeSelect.Root>
        <NativeSelect.Field
          id={id}
          value={value}
          {...belongs(id, common)}
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
        </NativeSelect.Field>
      </NativeSelect.Root>
    </Around>
  );
}

/** What a browser shows for a colour that is none. */
const unseen = `#${"9".repeat(6)}`;

export function ColourField({ value, onChange, ...common }: Common & { value: string; onChange: (v: string) => void }) {
  const id = useId();
  return (
    <Around id={id} {...common}>
      <chakra.input
        id={id}
        type="color"
        {...belongs(id, common)}
        value={/^#[0-9a-fA-F]{6}$/.test(value) ? value : unseen}
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
    <Checkbox.Root mt="22px" checked={value} onCheckedChange={(e) => onChange(e.checked === true)}>
      <Checkbox.HiddenInput />
      <Checkbox.Control>
        <Checkbox.Indicator />
      </Checkbox.Control>
      <Checkbox.Label>{label}</Checkbox.Label>
    </Checkbox.Root>
  );
}
