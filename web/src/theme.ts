// The look of Vicis in one file: unbleached cotton, ink, madder for "here, now" and woad for "done, interlocked".
// Decisions and their reasons: docs/look.md.
import {
  createSystem,
  defaultBaseConfig,
  defineConfig,
  defineRecipe,
  defineSlotRecipe,
  defineTextStyles,
} from "@chakra-ui/react";

const button = defineRecipe({
  className: "vicis-button",
  base: {
    display: "inline-flex",
    alignItems: "center",
    justifyContent: "center",
    gap: "8px",
    fontFamily: "body",
    fontWeight: "600",
    borderRadius: "5px",
    borderWidth: "1px",
    cursor: "pointer",
    lineHeight: "1.2",
    textDecoration: "none",
    transition: "background 120ms, border-color 120ms",
    _focusVisible: { outline: "3px solid", outlineColor: "woad", outlineOffset: "2px" },
    _disabled: { opacity: 0.55, cursor: "not-allowed" },
    "&[aria-pressed=true]": { borderColor: "ink", boxShadow: "inset 0 -3px 0 var(--v-colors-madder)" },
    "@media (prefers-reduced-motion: reduce)": { transition: "none" },
  },
  variants: {
    variant: {
      solid: { bg: "madder.solid", color: "white", borderColor: "madder.solid", _hover: { bg: "madder.deep" } },
      outline: { bg: "paper", color: "ink", borderColor: "hair", _hover: { borderColor: "ink" } },
      plain: {
        bg: "transparent",
        color: "ink",
        borderColor: "transparent",
        textDecoration: "underline",
        textDecorationColor: "hair",
        textUnderlineOffset: "4px",
        _hover: { textDecorationColor: "ink" },
      },
    },
    size: {
      sm: { fontSize: "note", px: "9px", minH: "30px" },
      md: { fontSize: "body", px: "16px", minH: "42px" },
    },
  },
  defaultVariants: { variant: "outline", size: "md" },
});

const input = defineRecipe({
  className: "vicis-input",
  base: {
    width: "100%",
    minW: "0",
    fontFamily: "body",
    fontSize: "15px",
    fontVariantNumeric: "tabular-nums",
    bg: "paper",
    color: "ink",
    borderWidth: "1px",
    borderColor: "line",
    borderRadius: "4px",
    minH: "36px",
    px: "9px",
    _focusVisible: { outline: "3px solid", outlineColor: "woad", outlineOffset: "0" },
    "&[aria-invalid=true]": { borderColor: "madder", borderWidth: "2px" },
  },
});

const field = { bg: "paper", color: "ink", borderWidth: "1px", borderColor: "line", borderRadius: "4px" };

const nativeSelect = defineSlotRecipe({
  className: "vicis-select",
  slots: ["root", "field", "indicator"],
  base: {
    root: { position: "relative", width: "100%", minW: "0" },
    field: {
      ...field,
      width: "100%",
      minW: "0",
      minH: "36px",
      px: "7px",
      fontSize: "body",
      _focusVisible: { outline: "3px solid", outlineColor: "woad" },
      "&[aria-invalid=true]": { borderColor: "madder", borderWidth: "2px" },
    },
    indicator: { display: "none" },
  },
});

const checkbox = defineSlotRecipe({
  className: "vicis-tick",
  slots: ["root", "label", "control", "indicator", "group"],
  base: {
    root: { display: "inline-flex", alignItems: "center", gap: "8px", minH: "36px", cursor: "pointer" },
    label: { fontSize: "small" },
    control: {
      ...field,
      w: "18px",
      h: "18px",
      display: "grid",
      placeItems: "center",
      flexShrink: 0,
      borderRadius: "2px",
      _checked: { bg: "madder.solid", borderColor: "madder.solid", color: "white" },
      _focusVisible: { outline: "3px solid", outlineColor: "woad", outlineOffset: "2px" },
    },
    indicator: { w: "14px", h: "14px" },
  },
});

const dialog = defineSlotRecipe({
  className: "vicis-dialog",
  slots: [
    "trigger",
    "backdrop",
    "positioner",
    "content",
    "title",
    "description",
    "closeTrigger",
    "header",
    "body",
    "footer",
  ],
  base: {
    backdrop: { bg: "shade", position: "fixed", inset: 0, zIndex: 10 },
    positioner: { position: "fixed", inset: 0, zIndex: 11, display: "grid", placeItems: "center", p: "16px" },
    content: { ...field, borderColor: "hair", p: "26px", maxW: "720px", w: "100%", maxH: "100%", overflowY: "auto" },
    header: { display: "flex", justifyContent: "space-between", alignItems: "baseline", mb: "14px" },
    title: { textStyle: "panel" },
  },
});

/** What stands round a field: its name above, what is said of it below. */
const around = defineSlotRecipe({
  className: "around",
  slots: ["root", "label", "helperText", "errorText", "errorIcon", "requiredIndicator", "input", "textarea", "select"],
  base: {
    root: { width: "100%", minWidth: "0" },
    label: { display: "block", fontSize: "note", fontWeight: "600", mb: "3px" },
    helperText: { fontSize: "fine", color: "soft", mt: "3px" },
    errorText: { fontSize: "note", fontWeight: "600", color: "madder", mt: "4px" },
  },
});

const numberInput = defineSlotRecipe({
  className: "number",
  slots: ["root", "label", "input", "control", "incrementTrigger", "decrementTrigger", "scrubber", "valueText"],
  base: { input: input.base ?? {} },
});

const table = defineSlotRecipe({
  className: "table",
  slots: ["root", "header", "body", "row", "columnHeader", "cell", "footer", "caption"],
  base: {
    root: { borderCollapse: "collapse" },
    row: { "tbody &": { borderTopWidth: "1px", borderColor: "hair" } },
    columnHeader: { textAlign: "left", fontSize: "note", fontWeight: "600", color: "soft" },
    cell: { textAlign: "left" },
  },
});

const heading = { fontFamily: "heading", fontWeight: "600" };

/** Everything that is set in the serif; the rest is body text in one of the sizes. */
const textStyles = defineTextStyles({
  display: { value: { ...heading, fontSize: "display" } },
  title: { value: { ...heading, fontSize: "title" } },
  page: { value: { ...heading, fontSize: "page" } },
  panel: { value: { ...heading, fontSize: "panel" } },
  lead: { value: { ...heading, fontSize: "lead" } },
  section: { value: { ...heading, fontSize: "section" } },
  item: { value: { ...heading, fontSize: "large" } },
  plain: { value: { fontFamily: "body" } },
  count: {
    value: {
      fontFamily: "heading",
      fontWeight: "700",
      lineHeight: "1",
      fontSize: { base: "min(96px, 12vh)", md: "min(150px, 13vh)" },
    },
  },
  total: { value: { fontFamily: "heading", fontSize: { base: "30px", md: "44px" } } },
});

const config = defineConfig({
  cssVarsPrefix: "v",
  globalCss: {
    "*, *::before, *::after": { boxSizing: "border-box", borderWidth: "0", borderStyle: "solid", borderColor: "hair" },
    "html, body": {
      margin: 0,
      padding: 0,
      bg: "cotton",
      color: "ink",
      fontFamily: "body",
      fontSize: "15px",
      lineHeight: "1.45",
    },
    "h1, h2, h3, p, ul, ol, dl, dd, figure": { margin: 0, padding: 0 },
    "ul, ol": { listStyle: "none" },
    "button, input, select, textarea": { font: "inherit", color: "inherit" },
    button: { background: "none", border: "0 solid", padding: 0 },
    svg: { display: "block" },
    table: { borderCollapse: "collapse" },
    a: { color: "inherit", textDecoration: "none" },
    "label:has(> input[type=file]:focus-visible)": { outline: "3px solid", outlineColor: "woad", outlineOffset: "2px" },
    ":focus-visible": { outline: "3px solid", outlineColor: "woad", outlineOffset: "2px" },
    ".frac": { fontVariantNumeric: "diagonal-fractions" },
    ".tabular": { fontVariantNumeric: "tabular-nums" },
  },
  theme: {
    breakpoints: { sm: "480px", md: "768px", lg: "1024px", xl: "1240px" },
    tokens: {
      fonts: {
        body: { value: "'Inter Variable', system-ui, sans-serif" },
        heading: { value: "'Source Serif 4 Variable', Georgia, serif" },
      },
      fontSizes: {
        fine: { value: "12px" },
        note: { value: "13px" },
        small: { value: "14px" },
        body: { value: "15px" },
        large: { value: "17px" },
        section: { value: "19px" },
        lead: { value: "20px" },
        panel: { value: "22px" },
        page: { value: "24px" },
        title: { value: "26px" },
        display: { value: "30px" },
      },
      // What is drawn on cloth keeps its colour by day and by night.
      colors: {
        white: { value: "#ffffff" },
        chalk: { value: "#FCFAF5" },
        pencil: { value: "#23282B" },
        calico: { value: "#ECE3CF" },
        spool: { value: "#CBB894" },
        unknown: { value: "#999999" },
        seamline: { value: "rgba(35, 40, 43, 0.25)" },
        edge: { value: "rgba(35, 40, 43, 0.4)" },
        shade: { value: "rgba(35, 40, 43, 0.45)" },
        thread: { madder: { value: "#A6402B" }, woad: { value: "#2A5B78" } },
      },
    },
    semanticTokens: {
      colors: {
        cotton: { value: { base: "#F5F0E6", _dark: "#1C1E1F" } },
        paper: { value: { base: "#FCFAF5", _dark: "#25282A" } },
        ink: { value: { base: "#23282B", _dark: "#EDE7DB" } },
        soft: { value: { base: "#5B6366", _dark: "#A9ABA4" } },
        hair: { value: { base: "#D8CFBE", _dark: "#42474A" } },
        line: { value: { base: "#8E8676", _dark: "#7C8283" } },
        madder: {
          DEFAULT: { value: { base: "#A6402B", _dark: "#E5937D" } },
          solid: { value: { base: "#A6402B", _dark: "#A6402B" } },
          deep: { value: { base: "#8A3322", _dark: "#BA4C35" } },
          wash: { value: { base: "#F1DFD8", _dark: "#3B2824" } },
        },
        woad: {
          DEFAULT: { value: { base: "#2A5B78", _dark: "#8FBEDA" } },
          wash: { value: { base: "#DFE7EA", _dark: "#22333D" } },
        },
      },
    },
    textStyles,
    recipes: { button, input },
    slotRecipes: { nativeSelect, checkbox, dialog, field: around, numberInput, table },
  },
});

export const system = createSystem(defaultBaseConfig, config);
