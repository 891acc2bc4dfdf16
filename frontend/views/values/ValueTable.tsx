import type { Remark } from "./DraftCell";
import { VisuallyHidden, chakra } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, useCallback, useEffect, useRef, useState } from "react";
import type { Drive } from "../../api/types";
import type { Item } from "./item";
import { ValueRow } from "./ValueRow";

/** Pixels of a row; the virtual list needs it as a number. */
const ROW = 26;
const OVERSCAN = 16;

/** Rows are plain elements, styled from here: some hundred of them are made anew with each filter. */
const Frame = chakra("div", {
  base: {
    borderWidth: "1px",
    borderColor: "line",
    borderRadius: "card",
    bg: "surface",
    minH: "0",
    display: "flex",
    flexDirection: "column",
    flex: "1",
    fontSize: "small",
    "& .row": {
      display: "grid",
      gridTemplateColumns: {
        base: "20px minmax(0, 1.9fr) minmax(0, 1.2fr) minmax(0, 1.1fr)",
        lg: "20px minmax(0, 1.75fr) 62px minmax(0, 1.2fr) minmax(0, 1.2fr) minmax(0, 1.1fr) minmax(0, 1.1fr)",
      },
      gap: "2",
      alignItems: "center",
      px: "2",
      h: "26px",
      borderBottomWidth: "1px",
      borderColor: "line",
    },
    "& .head": { color: "muted" },
    "& .body .row": { position: "absolute", insetX: "0", top: "0" },
    "& .body .row:hover": { bg: "hover" },
    "& .body .row[aria-selected=true]": { bg: "baySoft" },
    "& .row > *": { minW: "0", overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" },
    "& .wide": { display: { base: "none", lg: "block" } },
    "& .figure": { textAlign: "right" },
    "& .body .figure, & .body .index": { fontFamily: "mono" },
    "& .quiet": { color: "muted" },
    "& .unstored": { color: "cautionText" },
    "& .stale": { color: "muted", fontStyle: "italic" },
    "& .name": { display: "flex", alignItems: "baseline", maxW: "full", textAlign: "left", cursor: "pointer" },
    "& .label": { minW: "0", overflow: "hidden", textOverflow: "ellipsis" },
    "& .mark": { fontSize: "tiny", fontWeight: "bold", ml: "1.5", flexShrink: "0" },
    "& .mark.hazard": { color: "fault" },
    "& .mark.finding": { color: "cautionText" },
    "& .mark.restart": { color: "info" },
    "& .draft": {
      w: "full",
      textAlign: "right",
      px: "1",
      minH: "5",
      borderRadius: "control",
      cursor: "text",
      overflow: "hidden",
      textOverflow: "ellipsis",
    },
    "& .draft[data-drafted=true]": { bg: "baySoft" },
    "& .draft:hover": { outline: "1px solid", outlineColor: "edge" },
  },
});
const Scroller = chakra("div", { base: { overflowY: "auto", flex: "1", minH: "0" } });

interface Props {
  drive: Drive;
  items: Item[];
  opened: string | null;
  onOpen: (key: string) => void;
  chosen: ReadonlySet<string>;
  onChoose: (key: string, choose: boolean) => void;
  onRemark: (remark: Remark | null) => void;
}

/** All values in rows of one height, of which only those in view are drawn. ↑ ↓ go from row to row, Enter edits, Space chooses. */
export function ValueTable({ drive, items, opened, onOpen, chosen, onChoose, onRemark }: Props) {
  const frame = useRef<HTMLDivElement>(null);
  const [editing, setEditing] = useState<string | null>(null);
  // oxlint-disable-next-line react/incompatible-library -- no React Compiler is used here, and nothing of this is memoized
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    overscan: OVERSCAN,
    getItemKey: (n) => items[n]?.entry.key ?? n,
  });

  const place = items.findIndex(({ entry }) => entry.key === opened);
  const scroll = useRef(rows.scrollToIndex);
  scroll.current = rows.scrollToIndex;
  useEffect(() => {
    if (place >= 0) scroll.current(place, { align: "auto" });
  }, [place]);

  const edit = useCallback(
    (key: string, on: boolean) => {
      setEditing(on ? key : null);
      if (on) onOpen(key);
      else frame.current?.focus({ preventScroll: true });
    },
    [onOpen],
  );

  const pressed = (event: KeyboardEvent) => {
    if (event.target !== frame.current) return;
    const step = { ArrowDown: 1, ArrowUp: -1, PageDown: 15, PageUp: -15 }[event.key];
    const next = step ? items[Math.min(Math.max(place + step, 0), items.length - 1)] : undefined;
    const here = items[place];
    if (next) onOpen(next.entry.key);
    else if (event.key === "Enter" && here?.entry.setting) setEditing(here.entry.key);
    else if (event.key === " " && here) onChoose(here.entry.key, !chosen.has(here.entry.key));
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <Frame role="table" aria-label="Values of the drive" aria-rowcount={items.length + 1}>
      <div className="row head" role="row" aria-rowindex={1}>
        <span role="columnheader">
          <VisuallyHidden>Chosen</VisuallyHidden>
        </span>
        <span role="columnheader">Value</span>
        <span role="columnheader" className="wide">
          Index
        </span>
        <span role="columnheader" className="figure">
          Live
        </span>
        <span role="columnheader" className="figure">
          Draft
        </span>
        <span role="columnheader" className="figure wide">
          Stored
        </span>
        <span role="columnheader" className="figure wide">
          Factory
        </span>
      </div>
      <Scroller
        ref={frame}
        className="body"
        role="rowgroup"
        tabIndex={0}
        aria-label="Rows: arrows move, Enter edits, Space chooses"
        onKeyDown={pressed}
        data-values
      >
        <div style={{ height: rows.getTotalSize(), position: "relative" }}>
          {rows.getVirtualItems().map((row) => {
            const item = items[row.index];
            return item ? (
              <ValueRow
                key={row.key}
                drive={drive}
                item={item}
                index={row.index + 2}
                top={row.start}
                open={row.index === place}
                onOpen={onOpen}
                chosen={chosen.has(item.entry.key)}
                onChoose={onChoose}
                editing={editing === item.entry.key}
                onEdit={edit}
                onRemark={onRemark}
              />
            ) : null;
          })}
        </div>
      </Scroller>
    </Frame>
  );
}
