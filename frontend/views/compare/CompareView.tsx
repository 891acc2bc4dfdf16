import { Box, Flex, Text, VisuallyHidden } from "@chakra-ui/react";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { api } from "../../api/client";
import { useComparison } from "../../api/queries";
import type { ComparisonLine, Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Choice } from "../../parts/Choice";
import { PageHead } from "../../parts/Columns";
import { notices } from "../../parts/notices";
import { Table } from "../../parts/Table";
import { useChosen } from "../../parts/useChosen";

/** Any two of draft, live, stored, factory, snapshots, files and other drives, side by side. */
export function CompareView({ drive }: { drive: Drive }) {
  const [search, setSearch] = useSearchParams();
  const left = search.get("left") ?? "live";
  const right = search.get("right") ?? "factory";
  const all = search.get("all") === "true";
  const { data: comparison, error } = useComparison(drive.id, left, right, all);
  const ticks = useChosen();
  const take = useAction(
    (keys: string[]) => api.post<{ drafted: number }>(`/drives/${drive.id}/comparison/take`, { left, right, keys }),
    {
      drive,
      refresh: ["values", "comparison", "drive", "tray"],
      done: ({ drafted }) => {
        ticks.clear();
        notices.word(`${drafted} drafted.`);
      },
    },
  );
  const set = (changes: Record<string, string>) => {
    ticks.clear();
    setSearch({ left, right, all: String(all), ...changes }, { replace: true });
  };
  const takable = useMemo(() => comparison?.lines.filter(({ takable: fine }) => fine) ?? [], [comparison]);

  if (error) return <PageHead title="Compare" sentence={error.message} />;
  if (!comparison) return <PageHead title="Compare" sentence="Reading both sides" />;
  return (
    <>
      <PageHead title="Compare" sentence={`${comparison.differing} of ${comparison.total} settings differ.`} />
      <Flex gap="2" mb="2" wrap="wrap" align="center">
        <Choice label="Left side" value={left} options={comparison.choices} onChange={(id) => set({ left: id })} />
        <Text color="muted">against</Text>
        <Choice label="Right side" value={right} options={comparison.choices} onChange={(id) => set({ right: id })} />
        <Action look="quiet" onClick={() => set({ left: right, right: left })}>
          Swap
        </Action>
        <label>
          <input type="checkbox" checked={all} onChange={(event) => set({ all: String(event.target.checked) })} /> also
          what is the same
        </label>
        <Box flex="1" />
        {right !== "draft" && takable.length > 0 && (
          <>
            <Action disabled={ticks.chosen.size === 0 || take.isPending} onClick={() => take.mutate([...ticks.chosen])}>
              Take {ticks.chosen.size} from the right into the draft
            </Action>
            <Action look="link" onClick={() => ticks.set(takable.map(({ key }) => key))}>
              Choose all
            </Action>
          </>
        )}
      </Flex>
      {comparison.lines.length === 0 ? (
        <Text color="muted">The two sides agree in all {comparison.total} settings.</Text>
      ) : (
        <Lines
          comparison={comparison.lines}
          titles={[comparison.left_title, comparison.right_title]}
          ticks={ticks}
          canTake={right !== "draft"}
        />
      )}
    </>
  );
}

function Lines({
  comparison,
  titles,
  ticks,
  canTake,
}: {
  comparison: ComparisonLine[];
  titles: [string, string];
  ticks: ReturnType<typeof useChosen>;
  canTake: boolean;
}) {
  const groups = useMemo(() => Map.groupBy(comparison, ({ group }) => group), [comparison]);
  return (
    <Box
      borderWidth="1px"
      borderColor="line"
      borderRadius="card"
      bg="surface"
      px="2"
      overflowX="auto"
      tabIndex={0}
      role="region"
      aria-label="Differences"
    >
      <Table aria-label="Comparison">
        <thead>
          <tr>
            <th>
              <VisuallyHidden>Chosen</VisuallyHidden>
            </th>
            <th>Value</th>
            <th>Index</th>
            <th className="figure">{titles[0]}</th>
            <th className="figure">{titles[1]}</th>
          </tr>
        </thead>
        {[...groups].map(([group, lines]) => (
          <tbody key={group}>
            <tr>
              <th colSpan={5}>
                <Text as="span" fontWeight="bold" color="bay">
                  {group}
                </Text>
              </th>
            </tr>
            {lines.map((line) => (
              <tr key={line.key} data-line={line.key}>
                <td>
                  {canTake && (
                    <input
                      type="checkbox"
                      aria-label={`Take ${line.name}`}
                      disabled={!line.takable}
                      checked={ticks.has(line.key)}
                      onChange={() => ticks.toggle(line.key)}
                    />
                  )}
                </td>
                <td>{line.name}</td>
                <td>
                  <Text as="span" fontFamily="mono" color="muted">
                    {line.address}
                  </Text>
                </td>
                <td className="figure">{line.left}</td>
                <td className="figure">
                  <Text as="span" bg={line.same ? undefined : "baySoft"} px="1" borderRadius="control">
                    {line.right}
                  </Text>
                  {line.problem && <Text color="fault">{line.problem}</Text>}
                </td>
              </tr>
            ))}
          </tbody>
        ))}
      </Table>
    </Box>
  );
}
