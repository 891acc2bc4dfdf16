import { Text, VisuallyHidden } from "@chakra-ui/react";
import type { TrayLine } from "../api/types";
import { Action } from "../parts/Action";
import { Table } from "../parts/Table";

/** Choices have long names; figures stay whole. */
const WRAPPED = { "& .figure": { whiteSpace: "normal", maxW: "44" } };
const EFFECT: Record<string, string> = {
  at_once: "at once",
  when_disabled: "when disabled",
  after_restart: "after restart",
};

export function DraftTable({ lines, onDrop }: { lines: TrayLine[]; onDrop: (key: string) => void }) {
  return (
    <Table aria-label="Drafted values" css={WRAPPED}>
      <thead>
        <tr>
          <th>Value</th>
          <th className="figure">Live</th>
          <th className="figure">Draft</th>
          <th>Takes effect</th>
          <th>Reason</th>
          <th>
            <VisuallyHidden>Drop</VisuallyHidden>
          </th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.key}>
            <td>
              {line.name}
              {line.hazard && (
                <Text as="span" color="fault" fontWeight="bold" ml="1.5" title={line.hazard}>
                  hazard
                </Text>
              )}
            </td>
            <td className="figure">{line.live}</td>
            <td className="figure">
              <Text as="span" bg="baySoft" px="1" borderRadius="control">
                {line.draft}
              </Text>
            </td>
            <td>{EFFECT[line.effect] ?? line.effect}</td>
            <td>
              <Text as="span" color="muted">
                {line.reason}
              </Text>
            </td>
            <td>
              <Action look="link" aria-label={`Drop ${line.name}`} onClick={() => onDrop(line.key)}>
                Drop
              </Action>
            </td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

export function UnstoredTable({ lines }: { lines: TrayLine[] }) {
  return (
    <Table aria-label="Live values that are not stored">
      <thead>
        <tr>
          <th>Value</th>
          <th className="figure">Stored</th>
          <th className="figure">Live</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((line) => (
          <tr key={line.key}>
            <td>{line.name}</td>
            <td className="figure">{line.stored}</td>
            <td className="figure">{line.live}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
