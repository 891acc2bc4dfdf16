import { Box, Input, List, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useTerminals } from "../../api/queries";
import type { Drive, TerminalStrip } from "../../api/types";
import { Column, Columns, GroupHead, PageHead } from "../../parts/Columns";
import { useLive } from "../../live/useLive";
import { FindingCard } from "../../parts/FindingCard";
import { Moves } from "./Moves";
import { Presets } from "./Presets";
import { PulseCommand } from "./PulseCommand";
import { ReferenceWay } from "./ReferenceWay";
import { SettingRow } from "../../parts/SettingRow";
import { TableCard } from "../facts/TableCard";
import { StageTests } from "../tests/StageTests";
import { Stops } from "./Stops";
import { Strip } from "./Strip";
import { Team } from "./Team";
import { type Setting, valueOf } from "../../parts/setting";
import { TerminalCard } from "./TerminalCard";
import { WhatIf } from "./WhatIf";
import { Watch } from "./Watch";

/** The terminals of a drive: what each does, what starts the motor, and where its speed comes from. */
export function TerminalsStage({ drive }: { drive: Drive }) {
  const { data: strip, error } = useTerminals(drive.id);
  const [chosen, setChosen] = useState("input_1");
  const [word, setWord] = useState("");
  if (!strip) return <PageHead title="Terminals" sentence={error?.message ?? "Reading"} />;
  const terminal = strip.terminals.find(({ id }) => id === chosen) ?? strip.terminals[0];
  return (
    <>
      <PageHead title="Terminals" sentence="What each wire does, and what moves the motor.">
        <Input
          aria-label="Find a terminal"
          placeholder="Find: reverse, photo eye …"
          value={word}
          onChange={(event) => setWord(event.target.value)}
          size="xs"
          w="48"
          bg="surface"
          borderColor="edge"
          borderRadius="control"
        />
      </PageHead>
      <Watch drive={drive} />
      <Strip
        drive={drive}
        terminals={strip.terminals}
        sources={sourcesOf(strip.reference)}
        chosen={terminal?.id ?? ""}
        word={word}
        onChoose={setChosen}
      />
      <Columns>
        <Column title="Given" note="terminal, start and reference">
          {terminal && <TerminalCard drive={drive} terminal={terminal} terminals={strip.terminals} />}
          <GroupHead>Start and stop</GroupHead>
          {strip.start.map((setting) => (
            <SettingRow key={setting.key} drive={drive} setting={setting} />
          ))}
          <Stops strip={strip} />
          <Team drive={drive} strip={strip} />
        </Column>
        <Column title="Reference" note="where the speed comes from">
          <ReferenceWay
            drive={drive}
            sources={strip.reference.find(({ key }) => key === "network.reference_source")?.choices ?? []}
            pulsed={(strip.pulse[0]?.live ?? 0) !== 0}
          />
          <GroupHead>Sources</GroupHead>
          {relevant(strip.reference).map((setting) => (
            <SettingRow key={setting.key} drive={drive} setting={setting} />
          ))}
          {strip.pulse.length > 0 && <PulseCommand drive={drive} strip={strip} />}
          <GroupHead>Presets</GroupHead>
          <Presets drive={drive} presets={strip.presets} terminals={strip.terminals} />
          <Moves drive={drive} strip={strip} />
        </Column>
        <Column title="Follows" note="what moves the motor">
          <Starts drive={drive} strip={strip} />
          <WhatIf drive={drive} terminals={strip.terminals} />
          {strip.findings.map((finding) => (
            <FindingCard key={`${finding.id} ${finding.headline}`} finding={finding} />
          ))}
          <GroupHead>Proof, wire by wire</GroupHead>
          <StageTests drive={drive} stage="terminals" />
        </Column>
      </Columns>
      <Box as="details" mt="4" data-sheet>
        <Box as="summary" cursor="pointer" fontWeight="semibold">
          Wiring sheet
        </Box>
        <Box mt="2">
          <TableCard drive={drive} table={strip.sheet} />
        </Box>
      </Box>
    </>
  );
}

/** The process controller as a source, whose figures are all its own. */
const PROCESS = 6;

/** Which source has a figure of its own: its code, by the key of the figure. */
const OF_SOURCE: Record<string, number> = {
  "references.fixed": 4,
  "references.potentiometer_time": 5,
  "references.potentiometer_keeps": 5,
};

/** Codes of what the speed may come from. */
const sourcesOf = (settings: Setting[]) =>
  settings
    .filter(({ key }) => ["network.reference_source", "references.second"].includes(key))
    .map((setting) => valueOf(setting));

/** Figures of a source that nobody has chosen are left out. */
function relevant(settings: Setting[]) {
  const sources = sourcesOf(settings);
  return settings.filter(({ key }) => {
    const source = key.startsWith("process.") ? PROCESS : OF_SOURCE[key];
    return source === undefined || sources.includes(source);
  });
}

/** Each combination that starts the motor, of the draft; and of the drive, where that differs. */
function Starts({ drive, strip }: { drive: Drive; strip: TerminalStrip }) {
  const local = useLive(drive, "keys.local")?.value === 1;
  const same = strip.starts.join() === strip.live_starts.join();
  return (
    <Box data-starts>
      {local && (
        <Text fontSize="small" fontWeight="medium" mb="1" data-local>
          Just now the drive&apos;s own keys have command and speed (local).
        </Text>
      )}
      <Sentences sentences={strip.starts} none="No contact starts the motor: the network commands it." />
      {!same && (
        <>
          <GroupHead>As the drive has it now</GroupHead>
          <Sentences sentences={strip.live_starts} none="No contact starts the motor." />
        </>
      )}
    </Box>
  );
}

function Sentences({ sentences, none }: { sentences: string[]; none: string }) {
  if (sentences.length === 0)
    return (
      <Text fontSize="small" color="muted">
        {none}
      </Text>
    );
  return (
    <List.Root gap="1" fontSize="small" pl="4">
      {sentences.map((sentence) => (
        <List.Item key={sentence}>{sentence}</List.Item>
      ))}
    </List.Root>
  );
}
