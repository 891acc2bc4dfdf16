import { Flex, Text } from "@chakra-ui/react";
import { api } from "../../api/client";
import { useProject } from "../../api/queries";
import type { Drive } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Choice } from "../../parts/Choice";
import { notices } from "../../parts/notices";

const REFRESH = ["values", "drive", "tray"];

/** What can be done with several chosen values at once. */
export function ChosenBar({ drive, keys, onClear }: { drive: Drive; keys: string[]; onClear: () => void }) {
  const { data: project } = useProject(String(drive.project_id));
  const others = project?.drives.filter(({ id, profile }) => id !== drive.id && profile !== null) ?? [];
  const reset = useAction(() => api.post<{ drafted: number }>(`/drives/${drive.id}/values/reset`, { keys }), {
    drive,
    refresh: REFRESH,
    done: ({ drafted }) => notices.word(`${drafted} factory values drafted.`),
  });
  const copy = useAction(
    (to: string) => api.post<{ drafted: number; left: string[] }>(`/drives/${drive.id}/values/copy`, { keys, to }),
    {
      drive,
      refresh: REFRESH,
      done: ({ drafted, left }) =>
        notices.word(
          `${drafted} values drafted there${left.length > 0 ? `; ${left.length} it does not have or cannot hold` : ""}.`,
        ),
    },
  );
  return (
    <Flex
      gap="2"
      align="center"
      wrap="wrap"
      bg="baySoft"
      borderWidth="1px"
      borderColor="bayEdge"
      borderRadius="control"
      px="2"
      py="1"
      role="group"
      aria-label="Chosen values"
    >
      <Text fontWeight="semibold">{keys.length} chosen</Text>
      <Action onClick={() => reset.mutate(undefined)}>Reset to factory</Action>
      {others.length > 0 && (
        <Choice
          label="Copy to another drive"
          width="44"
          value=""
          options={[
            { id: "", title: "Copy to another drive" },
            ...others.map(({ id, name }) => ({ id: String(id), title: name })),
          ]}
          onChange={(id) => id !== "" && copy.mutate(id)}
        />
      )}
      {["dcf", "csv", "json"].map((kind) => (
        <Text key={kind} asChild color="bay" textDecoration="underline">
          <a href={`/api/drives/${drive.id}/export/${kind}?keys=${keys.join(",")}`} download>
            Export {kind.toUpperCase()}
          </a>
        </Text>
      ))}
      <Action look="link" onClick={onClear}>
        Choose none
      </Action>
    </Flex>
  );
}
