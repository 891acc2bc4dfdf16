import { createSystem, defaultConfig, defineConfig, defineRecipe } from "@chakra-ui/react";

/** Two values of one role: light theme, dark theme. */
function role(light: string, dark: string) {
  return { value: { _light: light, _dark: dark } };
}

const button = defineRecipe({
  className: "button",
  base: {
    fontFamily: "body",
    fontWeight: "semibold",
    borderRadius: "control",
    transitionDuration: "fastest",
    _focusVisible: { outline: "2px solid", outlineColor: "focus", outlineOffset: "2px" },
  },
  variants: {
    variant: {
      primary: { bg: "bay", color: "onBay", _hover: { bg: "bayStrong" }, _disabled: { opacity: 0.5 } },
      plain: {
        bg: "transparent",
        color: "bay",
        borderWidth: "1px",
        borderColor: "bay",
        _hover: { bg: "baySoft" },
        _disabled: { opacity: 0.5 },
      },
      quiet: {
        bg: "transparent",
        color: "ink",
        borderWidth: "1px",
        borderColor: "edge",
        _hover: { bg: "hover" },
        _disabled: { opacity: 0.5 },
      },
      link: {
        bg: "transparent",
        color: "bay",
        textDecoration: "underline",
        h: "auto",
        minW: "0",
        px: "0",
        _hover: { color: "bayStrong" },
      },
      stop: {
        bg: "stop",
        color: "white",
        fontWeight: "bold",
        letterSpacing: "wide",
        _hover: { bg: "stopStrong" },
        _disabled: { opacity: 0.4 },
      },
    },
    size: {
      small: { h: "7", px: "3", fontSize: "small", minW: "0" },
      medium: { h: "8", px: "4", fontSize: "body", minW: "0" },
    },
  },
  defaultVariants: { variant: "plain" as never, size: "small" as never },
});

const config = defineConfig({
  globalCss: {
    html: { colorPalette: "gray", colorScheme: "light", "&.dark": { colorScheme: "dark" } },
    "input[type=checkbox]": { accentColor: "var(--chakra-colors-bay)" },
    body: { bg: "paper", color: "ink", fontFamily: "body", fontSize: "body", lineHeight: "1.4" },
    "*": { "--global-color-border": "colors.line" },
    "*:focus-visible": { outline: "2px solid", outlineColor: "focus", outlineOffset: "1px" },
    "*, *::before": { _motionReduce: { transitionDuration: "0s !important", animationDuration: "0s !important" } },
    ".u-legend": { display: "none" },
    ".u-select": { background: "var(--chakra-colors-hover)" },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: '"Archivo Variable", "DejaVu Sans", sans-serif' },
        heading: { value: '"Archivo Variable", "DejaVu Sans", sans-serif' },
        mono: { value: '"IBM Plex Mono", "DejaVu Sans Mono", monospace' },
      },
      fontSizes: {
        tiny: { value: "11px" },
        small: { value: "12px" },
        body: { value: "13px" },
        figure: { value: "14px" },
        live: { value: "15px" },
        title: { value: "20px" },
      },
      radii: { control: { value: "6px" }, card: { value: "8px" } },
      sizes: {
        bar: { value: "48px" },
        foot: { value: "56px" },
        course: { value: "212px" },
        finder: { value: "150px" },
        chart: { value: "260px" },
        dialog: { value: "720px" },
        figureField: { value: "96px" },
        liveFigure: { value: "96px" },
        liveWide: { value: "116px" },
        pane: { value: "310px" },
      },
      borders: { hairline: { value: "1px solid" }, heading: { value: "2px solid" } },
    },
    semanticTokens: {
      colors: {
        paper: role("#F4F1EA", "#191715"),
        surface: role("#FFFDF9", "#24211E"),
        rail: role("#ECE7DC", "#1F1C1A"),
        hover: role("#EFE9DD", "#302C28"),
        line: role("#DED7CA", "#3A352F"),
        edge: role("#8F8778", "#7C7468"),
        ink: role("#1E211F", "#ECE7DE"),
        muted: role("#5F6059", "#A9A396"),
        tack: role("#24201C", "#110F0D"),
        onTack: role("#EFE8DC", "#EFE8DC"),
        mutedOnTack: role("#CFC6B8", "#CFC6B8"),
        edgeOnTack: role("#6B6257", "#6B6257"),
        chosen: role("#F4F1EA", "#ECE7DE"),
        onChosen: role("#1E211F", "#1E211F"),
        mark: role("#D98B5B", "#D98B5B"),
        bay: role("#8A4522", "#E39A6B"),
        bayStrong: role("#6F3417", "#F0B08A"),
        onBay: role("#FFFFFF", "#2A1408"),
        baySoft: role("#F3E4D8", "#3A281D"),
        bayEdge: role("#E4CDB9", "#5A3F2E"),
        ok: role("#2F7D4F", "#6CC08D"),
        okText: role("#256B41", "#6CC08D"),
        caution: role("#B57A08", "#E0A93B"),
        cautionText: role("#805300", "#E0A93B"),
        fault: role("#B3261E", "#F28B82"),
        info: role("#2C5F94", "#8AB8E6"),
        todo: role("#A79D8C", "#7C7468"),
        focus: role("#2C5F94", "#8AB8E6"),
        stop: role("#C22A20", "#C22A20"),
        stopStrong: role("#9E1F17", "#DD4338"),
        trace1: role("#1F6FB2", "#5FA8E6"),
        trace2: role("#D1603D", "#EE8A66"),
        trace3: role("#2E8B7A", "#56BBA8"),
        trace4: role("#8A5AA8", "#B98AD6"),
        trace5: role("#8F6F12", "#D6B548"),
        trace6: role("#4A4A4A", "#B7B2A8"),
        lampIdle: role("#7d766b", "#7d766b"),
        lampReady: role("#E0A93B", "#E0A93B"),
        lampRun: role("#5DBB82", "#5DBB82"),
        lampFault: role("#F0766B", "#F0766B"),
      },
    },
    recipes: { button },
  },
});

export const system = createSystem(defaultConfig, config);
