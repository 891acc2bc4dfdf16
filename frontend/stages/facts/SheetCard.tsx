import type { Drive, FactStage } from "../../api/types";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { save } from "../../parts/save";
import { Table } from "../../parts/Table";

type Sheet = FactStage["sheets"][number];

/** A table to be taken to the machine: shown, and saved as CSV. */
export function SheetCard({ drive, sheet }: { drive: Drive; sheet: Sheet }) {
  return (
    <Card
      title={sheet.title}
      aside={
        <Action
          look="link"
          aria-label={`CSV of the ${sheet.title.toLowerCase()}`}
          onClick={() => save(`${drive.name} ${sheet.title.toLowerCase()}.csv`, "text/csv", csv(sheet))}
        >
          CSV
        </Action>
      }
    >
      <Table aria-label={sheet.title} data-sheet={sheet.id}>
        <thead>
          <tr>
            {sheet.columns.map((column, n) => (
              <th key={n}>{column}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sheet.rows.map((row) => (
            <tr key={row.join()}>
              {row.map((cell, n) => (
                <td key={n}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {sheet.note && <Meta>{sheet.note}</Meta>}
    </Card>
  );
}

function quoted(cell: string) {
  return /[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}

/** RFC 4180. */
function csv({ columns, rows }: Sheet) {
  return `\uFEFF${[columns, ...rows].map((row) => row.map(quoted).join(",")).join("\r\n")}\r\n`;
}
