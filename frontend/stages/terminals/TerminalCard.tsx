import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type SyntheticEvent, useState } from "react";
import { api } from "../../api/client";
import type { Drive, TerminalStrip } from "../../api/types";
import { useAction } from "../../api/useAction";
import { Action } from "../../parts/Action";
import { Card } from "../../parts/Card";
import { Choice } from "../../parts/Choice";
import { FigureField } from "../../parts/FigureField";
import { SettingRow } from "../../parts/SettingRow";
import { REFRESH, valueOf } from "../../parts/setting";
import { choiceOf, elsewhere, functionOf, type Terminal } from "./words";

const WHAT = { input: "Digital input", analog: "Analog input", output: "Output" } as const;

interface Props {
  drive: Drive;
  terminal: Terminal;
  terminals: Terminal[];
}

/** What the chosen terminal does, and what is at the other end of its wire. */
export function TerminalCard({ drive, terminal, terminals }: Props) {
  const [asked, setAsked] = useState<number>();
  const path = `/drives/${drive.id}/terminals`;
  const assign = useAction(
    ({ code, other }: { code: number; other: "free" | "exchange" | "leave" }) =>
      terminal.kind === "input"
        ? api.post<TerminalStrip>(`${path}/assign`, { input: terminal.number, function: code, other })
        : api.patch(`/drives/${drive.id}/values/${terminal.key}`, {
            value: choiceOf(terminal, code),
          }),
    { drive, refresh: REFRESH, done: () => setAsked(undefined) },
  );
  const others = asked === undefined ? [] : elsewhere(terminals, terminal, asked);
  const choose = (code: number) => {
    const taken = terminal.kind === "input" && elsewhere(terminals, terminal, code).length > 0;
    if (taken) setAsked(code);
    else assign.mutate({ code, other: "leave" });
  };
  return (
    <Box data-card={terminal.name}>
      <Card title={`${terminal.name}  ${WHAT[terminal.kind]} ${terminal.number}`}>
        <Flex justify="space-between" align="center" gap="2" mt="1" fontSize="small">
          <Text>Function</Text>
          <Choice
            label={`Function of ${terminal.name}`}
            width="44"
            value={String(asked ?? functionOf(terminal))}
            options={terminal.choices.map(({ code, title }) => ({ id: String(code), title }))}
            onChange={(code) => choose(Number(code))}
          />
        </Flex>
        {asked !== undefined && others.length > 0 && (
          <Box
            bg="paper"
            borderRadius="control"
            px="2"
            py="1.5"
            mt="1.5"
            fontSize="small"
            role="alertdialog"
            aria-label="The function stands elsewhere"
          >
            <Text>{`“${choiceOf(terminal, asked)}” is on ${others.map(({ name }) => name).join(" and ")} now.`}</Text>
            <Flex gap="1.5" mt="1" wrap="wrap">
              <Action onClick={() => assign.mutate({ code: asked, other: "free" })}>Move it here</Action>
              <Action look="quiet" onClick={() => assign.mutate({ code: asked, other: "exchange" })}>
                Exchange both
              </Action>
              <Action look="quiet" onClick={() => setAsked(undefined)}>
                Leave it there
              </Action>
            </Flex>
          </Box>
        )}
        <WireName key={terminal.id} drive={drive} terminal={terminal} />
        {terminal.settings.map((setting) => (
          <SettingRow key={setting.key} drive={drive} setting={setting} />
        ))}
        {terminal.findings.map((headline) => (
          <Text key={headline} color="cautionText" fontSize="small" mt="1.5">
            {headline}
          </Text>
        ))}
        <ForController key={`${terminal.id} access`} drive={drive} terminal={terminal} />
      </Card>
    </Box>
  );
}

const HEX = 16;
const hex = (index: number) => `${index.toString(HEX).toUpperCase()}h`;

/** How a controller gets at it: entry, register, bit, and a line to copy. */
function ForController({ drive, terminal }: { drive: Drive; terminal: Terminal }) {
  const { access, name } = terminal;
  const [open, setOpen] = useState(false);
  const [copied, setCopied] = useState(false);
  const copy = () => navigator.clipboard.writeText(access.line).then(() => setCopied(true));
  return (
    <Box
      as="details"
      mt="1.5"
      fontSize="small"
      data-access={name}
      onToggle={(event: SyntheticEvent<HTMLElement>) => setOpen(event.currentTarget.hasAttribute("open"))}
    >
      <Box as="summary" cursor="pointer" color="muted">
        For the controls engineer
      </Box>
      <Text mt="1">
        {`${access.name}: ${hex(access.index)} (${access.index}), subindex ${access.subindex}`}
        {`, register ${access.register}`}
        {access.bit !== null && `, bit ${access.bit}, mask ${access.mask}`}
      </Text>
      <Flex gap="2" align="start" mt="1">
        <Text as="code" fontFamily="mono" fontSize="tiny" wordBreak="break-word" flex="1">
          {access.line}
        </Text>
        <Action look="quiet" aria-label={`${copied ? "Copied" : "Copy"}: line of ${name}`} onClick={() => void copy()}>
          {copied ? "Copied" : "Copy"}
        </Action>
      </Flex>
      {open && terminal.kind === "input" && <Delay drive={drive} terminal={terminal} />}
    </Box>
  );
}

/** How long its contact takes to a controller, and how far the product goes meanwhile. */
function Delay({ drive, terminal }: { drive: Drive; terminal: Terminal }) {
  const [interval, setInterval] = useState(10);
  const [speed, setSpeed] = useState(0);
  const debounce = terminal.settings.find(({ key }) => key.endsWith("_debounce"));
  const { data, error } = useQuery({
    queryKey: ["terminals", drive.id, "delay", terminal.number, interval, speed, debounce && valueOf(debounce)],
    queryFn: () =>
      api.post<{ sentence: string }>(`/drives/${drive.id}/terminals/delay`, {
        input: terminal.number,
        interval,
        speed,
      }),
    placeholderData: keepPreviousData,
  });
  return (
    <Box mt="1.5" data-delay>
      <Flex gap="3" align="center" wrap="wrap">
        <Flex gap="1.5" align="center">
          <Text>Reads every</Text>
          <FigureField
            label="Interval of the controller"
            value={interval}
            unit="ms"
            width="16"
            onChange={setInterval}
          />
        </Flex>
        <Flex gap="1.5" align="center">
          <Text>Product</Text>
          <FigureField label="Speed of the product" value={speed} unit="m/s" width="16" onChange={setSpeed} />
        </Flex>
      </Flex>
      <Text mt="1">{error ? error.message : data?.sentence}</Text>
    </Box>
  );
}

/** As the technician calls it, as in “photo eye 2”. */
function WireName({ drive, terminal }: { drive: Drive; terminal: Terminal }) {
  const [typed, setTyped] = useState<string>();
  const name = useAction(
    (text: string) =>
      api.post<TerminalStrip>(`/drives/${drive.id}/terminals/wire`, { terminal: terminal.id, name: text }),
    { drive, refresh: REFRESH, done: () => setTyped(undefined) },
  );
  const take = () => typed !== undefined && typed !== (terminal.wire ?? "") && name.mutate(typed);
  return (
    <Flex justify="space-between" align="center" gap="2" py="1" fontSize="small">
      <Text>Other end of the wire</Text>
      <Input
        aria-label={`Other end of the wire of ${terminal.name}`}
        value={typed ?? terminal.wire ?? ""}
        placeholder="photo eye, push button …"
        maxLength={60}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === "Enter" && take()}
        size="xs"
        w="44"
        bg="surface"
        borderColor="edge"
        borderRadius="control"
      />
    </Flex>
  );
}
