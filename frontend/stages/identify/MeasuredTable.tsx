import { Flex, Text } from "@chakra-ui/react";
import { Fragment, useState } from "react";
import { api } from "../../api/client";
import { useMeasured } from "../../api/queries";
import type { Drive, Measured } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Meta } from "../../parts/Card";
import { Table } from "../../parts/Table";

/** What was measured beside what the drive holds, and the way of it into the draft, singly or all together. */
export function MeasuredTable({ drive }: { drive: Drive }) {
  const { data: rows = [] } = useMeasured(drive.id);
  const [changed, setChanged] = useState<Record<string, boolean>>({});
  const take = useAction((keys: string[]) => api.post<Measured[]>(`/drives/${drive.id}/measured/take`, { keys }), {
    drive,
    refresh: ["drive", "tray", "values", "tests", "logbook"],
  });
  if (rows.length === 0) return <Meta>Nothing has been measured yet.</Meta>;
  const open = rows.filter(({ taken }) => !taken);
  const chosen = open.filter((row) => changed[row.key] ?? row.suggested).map(({ key }) => key);
  return (
    <>
      <Table aria-label="Given and measured" mt="1">
        <thead>
          <tr>
            <th scope="col">Value</th>
            <th scope="col" className="figure">
              Held
            </th>
            <th scope="col" className="figure">
              Measured
            </th>
            <th scope="col" className="figure">
              Differs
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row
              key={row.key}
              row={row}
              chosen={chosen.includes(row.key)}
              onChoose={(on) => setChanged({ ...changed, [row.key]: on })}
            />
          ))}
        </tbody>
      </Table>
      <Flex mt="2" gap="3" align="center">
        <Action disabled={chosen.length === 0 || take.isPending} onClick={() => take.mutate(chosen)}>
          {`Take ${chosen.length} into the draft`}
        </Action>
        {open.length === 0 && <Text color="okText">The drive holds all of it.</Text>}
      </Flex>
    </>
  );
}

interface RowProps {
  row: Measured;
  chosen: boolean;
  onChoose: (on: boolean) => void;
}

function Row({ row, chosen, onChoose }: RowProps) {
  return (
    <Fragment>
      <tr data-measured={row.key}>
        <td>
          <label>
            <input
              type="checkbox"
              checked={chosen}
              disabled={row.taken}
              onChange={(event) => onChoose(event.target.checked)}
              style={{ marginRight: "0.4rem" }}
            />
            {row.name}
          </label>
        </td>
        <td className="figure">
          {row.held ?? "–"} {row.unit}
        </td>
        <td className="figure">
          {row.found} {row.unit}
          <Text color="muted" fontSize="tiny">
            {row.uncertainty}
          </Text>
        </td>
        <td className="figure">{row.taken ? "taken" : (row.difference ?? "–")}</td>
      </tr>
      <tr>
        <td colSpan={4}>
          <Text color={row.suggested || row.taken ? "muted" : "cautionText"} fontSize="small">
            {row.sentence}
            {row.restart && !row.taken && " Takes effect after a restart."}
          </Text>
        </td>
      </tr>
    </Fragment>
  );
}
