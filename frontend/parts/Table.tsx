import { chakra } from "@chakra-ui/react";

/** A dense table in the house style. */
export const Table = chakra("table", {
  base: {
    w: "full",
    borderCollapse: "collapse",
    fontSize: "small",
    "& th": {
      textAlign: "left",
      fontWeight: "medium",
      color: "muted",
      py: "1",
      pr: "3",
      borderBottomWidth: "1px",
      borderColor: "line",
      verticalAlign: "bottom",
    },
    "& td": { py: "1", pr: "3", borderBottomWidth: "1px", borderColor: "line", verticalAlign: "top" },
    "& .line": { whiteSpace: "nowrap" },
    "& td.cut": { overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" },
    "& .figure": { textAlign: "right", fontFamily: "mono", whiteSpace: "nowrap" },
    "& th.figure": { fontFamily: "body" },
  },
});
