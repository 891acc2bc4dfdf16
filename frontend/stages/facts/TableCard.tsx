import { Flex } from "@chakra-ui/react";
import type { Drive, FactStage } from "../../api/types";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { save } from "../../parts/save";
import { Table } from "../../parts/Table";
import { printed } from "./printed";

type Content = FactStage["tables"][number];

/** A table to be taken to the machine: shown, and saved as CSV. */
export function TableCard({ drive, table }: { drive: Drive; table: Content }) {
  return (
    <Card
      title={table.title}
      aside={
        <Flex gap="3">
          <Action
            look="link"
            aria-label={`CSV of the ${table.title.toLowerCase()}`}
            onClick={() => save(`${drive.name} ${table.title.toLowerCase()}.csv`, "text/csv", csv(table))}
          >
            CSV
          </Action>
          <Action
            look="link"
            aria-label={`Print the ${table.title.toLowerCase()}`}
            onClick={() => printed(`${drive.name}: ${table.title.toLowerCase()}`, table)}
          >
            Print
          </Action>
        </Flex>
      }
    >
      <Table aria-label={table.title} data-table={table.id}>
        <thead>
          <tr>
            {table.columns.map((column, n) => (
              <th key={n}>{column}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map((row) => (
            <tr key={row.join()}>
              {row.map((cell, n) => (
                <td key={n}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      {table.note && <Meta>{table.note}</Meta>}
    </Card>
  );
}

function quoted(cell: string) {
  return /[",\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell;
}

/** RFC 4180. */
function csv({ columns, rows }: Content) {
  return `\uFEFF${[columns, ...rows].map((row) => row.map(quoted).join(",")).join("\r\n")}\r\n`;
}
