import { memo } from "react";
import type { Drive } from "../../api/types";
import { DraftCell, type Remark } from "./DraftCell";
import type { Item } from "./item";
import { LiveText } from "./LiveText";

interface Props {
  drive: Drive;
  item: Item;
  index: number;
  /** px from the top of the list */
  top: number;
  open: boolean;
  onOpen: (key: string) => void;
  chosen: boolean;
  onChoose: (key: string, choose: boolean) => void;
  editing: boolean;
  onEdit: (key: string, editing: boolean) => void;
  onRemark: (remark: Remark | null) => void;
}

/** One value: name with its marks, index, and what live, draft, stored and factory say. */
export const ValueRow = memo(function ValueRow({
  drive,
  item,
  index,
  top,
  open,
  onOpen,
  chosen,
  onChoose,
  editing,
  onEdit,
  onRemark,
}: Props) {
  const { entry, holding } = item;
  return (
    <div
      className="row"
      role="row"
      aria-rowindex={index}
      aria-selected={open}
      data-value={entry.key}
      style={{ transform: `translateY(${top}px)` }}
    >
      <span role="cell">
        <input
          type="checkbox"
          aria-label={`Choose ${entry.name}`}
          checked={chosen}
          disabled={!entry.setting}
          onChange={(event) => onChoose(entry.key, event.target.checked)}
        />
      </span>
      <span role="cell">
        <button
          type="button"
          className="name"
          onClick={() => onOpen(entry.key)}
          title={`${entry.name}  ${entry.address}`}
        >
          <span className="label">{entry.name}</span>
          {holding.hazard && <span className="mark hazard">hazard</span>}
          {holding.findings > 0 && <span className="mark finding">finding</span>}
          {holding.needs_restart && <span className="mark restart">restart</span>}
        </button>
      </span>
      <span role="cell" className="wide index quiet" title={`decimal ${entry.address_decimal}`}>
        {entry.address}
      </span>
      <span role="cell" className="figure">
        <LiveText drive={drive} item={item} />
      </span>
      <span role="cell" className="figure">
        <DraftCell drive={drive} item={item} editing={editing} onEdit={onEdit} onRemark={onRemark} />
      </span>
      <span
        role="cell"
        className={`figure wide ${holding.unstored ? "unstored" : "quiet"}`}
        title={holding.stored ?? undefined}
      >
        {holding.stored ?? ""}
      </span>
      <span role="cell" className="figure wide quiet" title={entry.factory}>
        {entry.setting ? entry.factory : ""}
      </span>
    </div>
  );
});
