import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../../api/client";
import { useSequence } from "../../api/queries";
import type { Drive, Sequence } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Card, Meta } from "../../parts/Card";
import { FigureField } from "../../parts/FigureField";
import { STANDING } from "../../parts/standing";
import { Eyes } from "../tests/Eyes";
import { Needs } from "../tests/Needs";

/** All tests that are left, by one yes: how far it has come, and why it goes no further. */
export function SequenceCard({ drive }: { drive: Drive }) {
  const { data: sequence } = useSequence(drive.id);
  if (!sequence || sequence.steps.length < 2) return null;
  const { steps, left, under_way, last_words } = sequence;
  return (
    <Box data-sequence={under_way ? "under_way" : "still"}>
      <Card
        title="One after the other"
        aside={<Text color="muted">{`${steps.length - left} of ${steps.length}`}</Text>}
      >
        <Box as="ol" fontSize="small" mt="1" mb="1.5" listStyleType="none">
          {steps.map(({ id, title, standing }) => (
            <Flex as="li" key={id} justify="space-between" gap="3">
              <Text>{title}</Text>
              <Text color={standing ? STANDING[standing].colour : "muted"}>
                {under_way && drive.run?.kind === id ? "under way" : standing ? STANDING[standing].word : "to prove"}
              </Text>
            </Flex>
          ))}
        </Box>
        {last_words && !under_way && left > 0 && (
          <Text fontSize="small" color="cautionText" mt="1.5" role="status">
            It went no further: {last_words}
          </Text>
        )}
        {under_way ? <UnderWay drive={drive} /> : left > 0 && <Beginning drive={drive} sequence={sequence} />}
      </Card>
    </Box>
  );
}

const REFRESH = ["drive", "tests", "logbook"];

function UnderWay({ drive }: { drive: Drive }) {
  const end = useAction(() => api.delete(`/drives/${drive.id}/sequence`), { drive, refresh: REFRESH });
  return (
    <Flex mt="1.5">
      <Action look="quiet" disabled={end.isPending} onClick={() => end.mutate(undefined)}>
        End the sequence
      </Action>
    </Flex>
  );
}

/** What is in the way of it, what only eyes can check, and the one clear yes. */
function Beginning({ drive, sequence }: { drive: Drive; sequence: Sequence }) {
  const { steps, left, eyes, asked, needs, lasts } = sequence;
  const [seen, setSeen] = useState<string[]>([]);
  const [told, setTold] = useState<Record<string, number>>({});
  const [taking, setTaking] = useState(false);
  const begin = useAction(
    () => {
      const figures = Object.fromEntries(asked.map(({ name, usual }) => [name, told[name] ?? usual]));
      return api.post<Sequence>(`/drives/${drive.id}/sequence`, { ...figures, eyes: seen, taking });
    },
    { drive, refresh: REFRESH, done: () => setSeen([]) },
  );
  const ready = needs.every(({ met }) => met) && eyes.every(({ id }) => seen.includes(id));
  const first = steps.find(({ standing }) => standing !== "proven");
  return (
    <>
      <Meta>It ends at the first test that is not proven, and goes on from there. Each says below what it moves.</Meta>
      <Needs needs={needs} label="Needs of the sequence" ready={`Nothing in the way, about ${minutes(lasts)}`} />
      {asked.map(({ name, label, unit, usual }) => (
        <Flex key={name} mt="1.5" gap="2" align="center" fontSize="small">
          <Box>{label}</Box>
          <FigureField
            label={`${label}: the sequence`}
            value={told[name] ?? usual}
            unit={unit}
            width="20"
            onChange={(figure) => setTold({ ...told, [name]: figure })}
          />
        </Flex>
      ))}
      <Eyes
        eyes={eyes}
        seen={seen}
        onSee={(id, on) => setSeen((before) => (on ? [...before, id] : before.filter((one) => one !== id)))}
      />
      <Box as="label" display="flex" gap="2" alignItems="baseline" fontSize="small" mt="1">
        <input type="checkbox" checked={taking} onChange={(event) => setTaking(event.target.checked)} />
        Write what was found and fits, the commutation offset with it, before the test that rests on it
      </Box>
      <Flex mt="1.5">
        <Action disabled={!ready || begin.isPending} onClick={() => begin.mutate(undefined)}>
          {left === steps.length ? `Begin all ${left}` : `Go on with ${first?.title ?? "the next"}`}
        </Action>
      </Flex>
    </>
  );
}

const minutes = (seconds: number) => (seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`);
