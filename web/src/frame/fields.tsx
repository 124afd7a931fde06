// The few form fields there are. Each shows what is wrong with it, and the mend, right below.
import { Checkbox, Field, Input, NativeSelect, NumberInput, Text } from "@chakra-ui/react";
import { type ReactNode, useState } from "react";
import type { Problem } from "../api/client";
import { Ruled } from "./Ruled";

type Common = { label: string; hideLabel?: boolean; help?: string; problems?: Problem[]; w?: string };

function Around({ label, hideLabel, help, problems = [], w, children }: Common & { children: ReactNode }) {
  const stops = problems.filter((p) => p.stops);
  const notes = problems.filter((p) => !p.stops);
  return (
    <Field.Root invalid={stops.length > 0} w={w ?? "100%"} flexShrink={w ? 0 : 1}>
      {!hideLabel && <Field.Label>{label}</Field.Label>}
      {children}
      {(help || notes.length > 0) && stops.length === 0 && (
        <Field.HelperText asChild>
          <div>
            {notes.length === 0 && help && <Ruled>{help}</Ruled>}
            {notes.map((p) => (
              <Text key={p.code + p.at} fontSize="note" fontWeight="500" color="ink" role="note">
                <Ruled>{`Note: ${p.says} ${p.mend}`}</Ruled>
              </Text>
            ))}
          </div>
        </Field.HelperText>
      )}
      <Field.ErrorText asChild>
        <div>
          {[...stops, ...(stops.length > 0 ? notes : [])].map((p) => (
            <Text key={p.code + p.at} role={p.stops ? "alert" : "note"}>
              <Ruled>{`${p.stops ? "" : "Note: "}${p.says} ${p.mend}`}</Ruled>
            </Text>
          ))}
        </div>
      </Field.ErrorText>
    </Field.Root>
  );
}

/** The name of a field where it is hidden. */
const named = ({ label, hideLabel }: Common) => ({ "aria-label": hideLabel ? label : undefined });

export function TextField({
  value,
  onChange,
  onBlur,
  type,
  ...common
}: Common & { value: string; onChange: (v: string) => void; onBlur?: () => void; type?: "date" }) {
  return (
    <Around {...common}>
      <Input
        type={type}
        value={value}
        {...named(common)}
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
  const [typed, setTyped] = useState<string>();
  return (
    <Around {...common}>
      <NumberInput.Root
        w="100%"
        min={min}
        max={max}
        clampValueOnBlur={false}
        allowOverflow
        formatOptions={{ useGrouping: false, maximumFractionDigits: 0 }}
        value={typed ?? String(value)}
        onValueChange={(e) => {
          setTyped(e.value);
          if (!Number.isNaN(e.valueAsNumber)) onChange(Math.trunc(e.valueAsNumber));
        }}
      >
        <NumberInput.Input {...named(common)} onBlur={() => setTyped(undefined)} />
      </NumberInput.Root>
    </Around>
  );
}

export function ChoiceField<T extends string>({
  value,
  onChange,
  choices,
  ...common
}: Common & { value: T; onChange: (v: T) => void; choices: { value: T; name: string }[] }) {
  return (
    <Around {...common}>
      <NativeSelect.Root>
        <NativeSelect.Field value={value} {...named(common)} onChange={(e) => onChange(e.target.value as T)}>
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
  return (
    <Around {...common}>
      <Input
        type="color"
        {...named(common)}
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
