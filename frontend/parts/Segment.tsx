import { chakra } from "@chakra-ui/react";

/** One choice of a row of which one holds; wear it with role="radio" and aria-checked. */
export const Segment = chakra("button", {
  base: {
    px: "2",
    py: "0.5",
    textAlign: "center",
    cursor: "pointer",
    fontSize: "small",
    borderWidth: "1px",
    borderColor: "edge",
    ml: "-1px",
    _first: { borderLeftRadius: "control", ml: "0" },
    _last: { borderRightRadius: "control" },
    "&[aria-checked=true], &[aria-pressed=true]": { bg: "ink", color: "paper", borderColor: "ink" },
    _disabled: { opacity: 0.55, cursor: "not-allowed" },
  },
});
