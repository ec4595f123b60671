import { createTheme } from "@mui/material/styles";
import type { Light } from "../parts/preferences";

// The same colours as in style.css, which the picture and the layout use.
const colours = {
  sun: { paper: "#faf6ec", ink: "#0e1b2c", accent: "#a8420c", rule: "#cfc8b6" },
  dusk: { paper: "#0b1320", ink: "#e9dfc7", accent: "#ee8239", rule: "#2d3a4c" },
};

export function theme(light: Light) {
  const c = colours[light];
  return createTheme({
    palette: {
      mode: light === "sun" ? "light" : "dark",
      primary: { main: c.accent },
      background: { default: c.paper, paper: c.paper },
      text: { primary: c.ink, secondary: c.ink },
      divider: c.rule,
    },
    typography: {
      fontFamily: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif",
      fontSize: 14,
      button: { textTransform: "none", fontWeight: 600 },
    },
    shape: { borderRadius: 4 },
    components: {
      MuiTab: { styleOverrides: { root: { minHeight: 48, padding: "8px 12px", color: c.ink } } },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    },
  });
}
