import { createTheme, type ThemeOptions } from "@mui/material/styles";
import { focused, thumb } from "../parts/looks";
import type { Light } from "../parts/preferences";
import { page } from "./page";

declare module "@mui/material/styles" {
  interface Palette {
    water: Record<"top" | "deep", string>;
    ground: Record<"fill" | "line", string>;
    chart: Record<"light" | "heavy", string>;
  }
  interface PaletteOptions {
    water: Palette["water"];
    ground: Palette["ground"];
    chart: Palette["chart"];
  }
}

declare module "@mui/material/Button" {
  interface ButtonPropsVariantOverrides {
    /** Underlined, as a link is. */
    link: true;
  }
}

// Two lights: sun for daylight and glare, dusk for the dark.
const lights = {
  sun: {
    mode: "light",
    primary: { main: "#a8420c" },
    error: { main: "#9c1c1c" },
    background: { default: "#faf6ec", paper: "#faf6ec" },
    text: { primary: "#0e1b2c", secondary: "#4a5563", disabled: "#4a5563" },
    action: { disabled: "#4a5563" },
    divider: "#cfc8b6",
    water: { top: "#dde9e4", deep: "#86a29b" },
    ground: { fill: "#cfc2a4", line: "#a99a76" },
    chart: { light: "#f0f4ea", heavy: "#3f6f66" },
  },
  dusk: {
    mode: "dark",
    primary: { main: "#ee8239" },
    error: { main: "#ff9d8a" },
    background: { default: "#0b1320", paper: "#0b1320" },
    text: { primary: "#e9dfc7", secondary: "#b3ac99", disabled: "#b3ac99" },
    action: { disabled: "#b3ac99" },
    divider: "#2d3a4c",
    water: { top: "#1d3a45", deep: "#0d2029" },
    ground: { fill: "#332c20", line: "#5a4d36" },
    chart: { light: "#142634", heavy: "#3f7d78" },
  },
} as const;

/** What the page and the controls look like. Its colours are variables of the page too, for the pictures. */
export const theme = (light: Light) =>
  createTheme({
    cssVariables: { cssVarPrefix: "" },
    palette: lights[light],
    typography: {
      fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
      fontSize: 14,
      body1: { fontSize: "0.875rem", lineHeight: 1.4 },
      button: { textTransform: "none", fontWeight: 600 },
    },
    shape: { borderRadius: 4 },
    components,
  });

const font = { font: "inherit", color: "inherit" };
const pressed = {
  borderColor: "var(--palette-primary-main)",
  boxShadow: "inset 0 0 0 1px var(--palette-primary-main)",
};

const components: ThemeOptions["components"] = {
  MuiCssBaseline: { styleOverrides: page },
  MuiButtonBase: {
    defaultProps: { disableRipple: true },
    styleOverrides: {
      root: {
        font: "inherit",
        "&:focus-visible": focused,
      },
    },
  },
  MuiButton: {
    styleOverrides: { root: { [thumb]: { minHeight: 48, minWidth: 48 } } },
    variants: [
      {
        props: { variant: "outlined" },
        style: {
          ...font,
          minHeight: 40,
          minWidth: 40,
          padding: "4px 12px",
          borderColor: "var(--palette-divider)",
          color: "var(--palette-text-primary)",
          "&[aria-pressed=true]": pressed,
        },
      },
      {
        props: { variant: "link" },
        style: {
          ...font,
          minWidth: 0,
          padding: "6px 0",
          color: "var(--palette-primary-main)",
          justifyContent: "start",
          textAlign: "left",
          textDecoration: "underline",
          "&.Mui-disabled": { textDecoration: "none" },
        },
      },
    ],
  },
  MuiTab: {
    styleOverrides: { root: { minHeight: 48, padding: "8px 12px", color: "var(--palette-text-primary)" } },
  },
  MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
  MuiInputBase: {
    styleOverrides: {
      root: font,
      input: {
        padding: "5px 4px",
        height: "auto",
        "&::placeholder": { color: "var(--palette-text-secondary)", opacity: 1 },
        [thumb]: { minHeight: 48, boxSizing: "border-box" },
      },
    },
  },
  MuiNativeSelect: {
    styleOverrides: {
      root: { "& option": { background: "var(--palette-background-paper)" } },
      select: { paddingRight: 22, textOverflow: "ellipsis" },
    },
  },
  MuiAutocomplete: {
    styleOverrides: {
      paper: { border: "1px solid var(--palette-text-secondary)" },
      noOptions: { color: "var(--palette-text-primary)" },
      option: { [thumb]: { minHeight: 48 } },
      // Its arrow stands under those of the other fields.
      popupIndicator: { [thumb]: { width: 48, height: 48, marginRight: "-12px" } },
      hasPopupIcon: { [thumb]: { "&& .MuiAutocomplete-inputRoot": { paddingRight: 36 } } },
    },
  },
  MuiFormControlLabel: { styleOverrides: { root: { [thumb]: { minHeight: 48 } } } },
  MuiSlider: {
    styleOverrides: {
      mark: { width: 2, height: 10, backgroundColor: "var(--palette-text-primary)", opacity: 1 },
      thumb: {
        [thumb]: {
          width: 48,
          height: 48,
          backgroundColor: "transparent",
          "&::before": { width: 20, height: 20, backgroundColor: "currentColor", boxShadow: "none" },
        },
      },
    },
  },
  MuiTableBody: { styleOverrides: { root: { "& th": { whiteSpace: "nowrap" } } } },
  MuiTableCell: {
    styleOverrides: {
      root: {
        ...font,
        padding: "4px 12px 4px 0",
        borderColor: "var(--palette-divider)",
        verticalAlign: "top",
      },
      head: { fontWeight: 650 },
    },
  },
};
