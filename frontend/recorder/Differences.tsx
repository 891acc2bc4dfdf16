import { Box, Text } from "@chakra-ui/react";
import { clock, threeDigits } from "../parts/format";
import { GroupHead } from "../parts/Columns";
import { Table } from "../parts/Table";
import type { Shown } from "./panes";
import { type Stretch, useTraceComparison } from "./queries";

/** Figures of the traces that are shown, side by side, and the settings that were not the same. */
export function Differences({ shown, stretch }: { shown: readonly Shown[]; stretch: Stretch | null }) {
  const { data } = useTraceComparison(
    shown.map(({ trace }) => trace.id),
    shown.map(({ shift }) => shift),
    stretch,
  );
  const several = new Set(shown.map(({ trace }) => trace.drive_id)).size > 1;
  if (!data) return null;
  const head = shown.map(({ trace }) => (
    <th key={trace.id} className="figure" title={trace.title}>
      {clock(trace.taken_at)}
    </th>
  ));
  return (
    <Box overflowX="auto" data-differences>
      <GroupHead>Settings that differ</GroupHead>
      {several ? (
        <Text fontSize="small" color="muted">
          These are traces of several drives: their settings stand side by side under Compare.
        </Text>
      ) : data.settings.length === 0 ? (
        <Text fontSize="small" color="muted">
          None: all settings were the same.
        </Text>
      ) : (
        <Table data-settings>
          <thead>
            <tr>
              <th>Setting</th>
              {head}
            </tr>
          </thead>
          <tbody>
            {data.settings.map(({ key, name, values }) => (
              <tr key={key} data-key={key}>
                <td>{name}</td>
                {values.map((value, n) => (
                  <td key={shown[n]?.trace.id ?? n} className="figure">
                    {value ?? "–"}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <GroupHead>Figures</GroupHead>
      <Table>
        <thead>
          <tr>
            <th>Figure</th>
            {head}
            <th className="figure">first against last</th>
            <th>unit</th>
          </tr>
        </thead>
        <tbody>
          {data.lines.map(({ signal, figure, unit, values }) => (
            <tr key={`${signal} ${figure}`} data-line={`${signal}, ${figure}`}>
              <td>
                {signal}, {figure}
              </td>
              {values.map((value, n) => (
                <td key={shown[n]?.trace.id ?? n} className="figure">
                  {threeDigits(value)}
                </td>
              ))}
              <td className="figure">{against(values[0], values.at(-1))}</td>
              <td>{unit}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Box>
  );
}

/** By how much the first is above the last, in percent of that. */
function against(first: number | null | undefined, last: number | null | undefined) {
  if (typeof first !== "number" || typeof last !== "number" || Math.abs(last) < 1e-9) return "";
  const percent = ((first - last) / Math.abs(last)) * 100;
  return `${percent > 0 ? "+" : ""}${threeDigits(percent)} %`;
}
