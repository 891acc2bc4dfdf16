import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import type { Drive, Sheet, Trace } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Choice } from "../parts/Choice";
import { FileDrop } from "../parts/FileDrop";
import { threeDigits } from "../parts/format";
import { notices } from "../parts/notices";
import { base64 } from "../parts/readFile";

const UNITS = ["s", "ms", "µs"];
const MOST = 16;

interface Chosen {
  name: string;
  content: string;
  sheet: Sheet;
}

/** A table of samples that another program wrote, as a trace: which column is the time, and what the others are. */
export function ImportTrace({ drive, onDone }: { drive: Drive; onDone: (trace: Trace) => void }) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const read = async (file: File) => {
    const content = await base64(file);
    const sheet = await api.post<Sheet>(`/drives/${drive.id}/trace_files/sheet`, { content });
    setChosen({ name: file.name, content, sheet });
  };
  return (
    <Box pt="2" data-import-trace>
      <FileDrop
        label="A trace as CSV"
        accept=".csv,.txt,.tsv"
        onFile={(file) => void read(file).catch((error: Error) => notices.problem(error.message))}
      />
      {chosen && (
        <Mapping
          key={chosen.name}
          drive={drive}
          chosen={chosen}
          onDone={(trace) => {
            setChosen(null);
            onDone(trace);
          }}
        />
      )}
    </Box>
  );
}

function Mapping({ drive, chosen, onDone }: { drive: Drive; chosen: Chosen; onDone: (trace: Trace) => void }) {
  const { sheet } = chosen;
  const [time, setTime] = useState(0);
  const [unit, setUnit] = useState(UNITS.find((one) => one === sheet.columns[0]?.unit) ?? "s");
  const [rows, setRows] = useState(() =>
    sheet.columns.map((column, n) => ({ column: n, name: column.name, unit: column.unit, taken: n > 0 && n <= MOST })),
  );
  const signals = rows.filter(({ taken, column }) => taken && column !== time);
  const take = useAction(
    () =>
      api.post<Trace>(`/drives/${drive.id}/trace_files`, {
        name: chosen.name,
        content: chosen.content,
        time,
        time_unit: unit,
        signals: signals.map(({ column, name, unit: of }) => ({ column, name, unit: of })),
      }),
    { refresh: ["traces"], done: onDone },
  );
  const set = (place: number, changes: Partial<(typeof rows)[number]>) =>
    setRows(rows.map((row, n) => (n === place ? { ...row, ...changes } : row)));
  return (
    <Box py="1.5" fontSize="small">
      <Text color="muted">
        {chosen.name}: {sheet.rows} rows. Which column is the time, and what are the others?
      </Text>
      <Flex gap="1.5" py="1.5" align="center">
        <Choice
          label="Column of the times"
          width="40"
          value={String(time)}
          options={sheet.columns.map(({ name }, n) => ({ id: String(n), title: name }))}
          onChange={(next) => setTime(Number(next))}
        />
        <Choice
          label="Unit of the times"
          width="20"
          value={unit}
          options={UNITS.map((id) => ({ id, title: id }))}
          onChange={setUnit}
        />
      </Flex>
      {rows.map((row, n) =>
        row.column === time ? null : (
          <Flex key={row.column} gap="1.5" align="center" pb="1">
            <input
              type="checkbox"
              aria-label={`Take ${row.name}`}
              checked={row.taken}
              onChange={(event) => set(n, { taken: event.target.checked })}
            />
            <Cell label={`Name of column ${n + 1}`} value={row.name} onChange={(name) => set(n, { name })} />
            <Cell label={`Unit of column ${n + 1}`} value={row.unit} onChange={(of) => set(n, { unit: of })} narrow />
            <Text color="muted" fontFamily="mono" truncate>
              {sheet.columns[n]?.first.map((figure) => threeDigits(figure)).join(", ")}
            </Text>
          </Flex>
        ),
      )}
      <Action look="primary" disabled={take.isPending || signals.length === 0} onClick={() => take.mutate(undefined)}>
        Take it as a trace
      </Action>
    </Box>
  );
}

interface CellProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  narrow?: boolean;
}

function Cell({ label, value, onChange, narrow = false }: CellProps) {
  return (
    <Input
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      size="xs"
      h="6"
      w={narrow ? "14" : "32"}
      px="1.5"
      flexShrink="0"
      bg="surface"
      borderColor="edge"
      borderRadius="control"
    />
  );
}
