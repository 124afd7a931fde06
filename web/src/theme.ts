// The look of Vicis in one file: unbleached cotton, ink, madder for "here, now" and woad for "done, interlocked".
// Decisions and their reasons: docs/look.md.
import { createSystem, defaultBaseConfig, defineConfig, defineRecipe } from "@chakra-ui/react";

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
      sm: { fontSize: "13px", px: "9px", minH: "30px" },
      md: { fontSize: "15px", px: "16px", minH: "42px" },
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
      colors: { white: { value: "#ffffff" } },
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
    recipes: { button, input },
  },
});

export const system = createSystem(defaultBaseConfig, config);
