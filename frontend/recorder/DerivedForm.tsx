import { Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import type { Trace } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { Choice } from "../parts/Choice";
import { FigureField } from "../parts/FigureField";

const KINDS = [
  { id: "difference", title: "Difference of" },
  { id: "derivative", title: "Rate of change of" },
  { id: "scale", title: "Scaled:" },
];

/** A signal that is worked out of those that were recorded. */
export function DerivedForm({ trace }: { trace: Trace }) {
  const plain = trace.signals.filter(({ bits }) => Object.keys(bits).length === 0);
  const [kind, setKind] = useState("difference");
  const [of, setOf] = useState(plain[0]?.key ?? "");
  const one = plain.find(({ key }) => key === of) ?? plain[0];
  const others = plain.filter(({ key, unit }) => key !== one?.key && unit === one?.unit);
  const [other, setOther] = useState("");
  const second = others.find(({ key }) => key === other) ?? others[0];
  const [factor, setFactor] = useState(1);
  const [offset, setOffset] = useState(0);
  const refresh = ["trace-of", "figures"];
  const add = useAction((body: object) => api.post<Trace>(`/traces/${trace.id}/derived`, body), { refresh });
  const drop = useAction((key: string) => api.delete<Trace>(`/traces/${trace.id}/derived/${key}`), { refresh });
  const derived = trace.signals.filter(({ key }) => key.startsWith("derived."));
  const choices = (signals: typeof plain) => signals.map(({ key: id, name: title }) => ({ id, title }));
  return (
    <Flex gap="1.5" wrap="wrap" align="center" py="1.5" fontSize="small" data-derived>
      <Choice label="What is worked out" width="36" value={kind} options={KINDS} onChange={setKind} />
      <Choice label="Of which signal" width="44" value={one?.key ?? ""} options={choices(plain)} onChange={setOf} />
      {kind === "difference" && second && (
        <>
          <Text>and</Text>
          <Choice
            label="Less which signal"
            width="44"
            value={second.key}
            options={choices(others)}
            onChange={setOther}
          />
        </>
      )}
      {kind === "difference" && !second && <Text color="muted">no other signal in {one?.unit || "plain numbers"}</Text>}
      {kind === "scale" && (
        <>
          <FigureField label="Factor" value={factor} unit="times, plus" onChange={setFactor} />
          <FigureField label="Offset" value={offset} unit={one?.unit ?? ""} onChange={setOffset} />
        </>
      )}
      <Action
        look="quiet"
        disabled={add.isPending || (kind === "difference" && !second)}
        onClick={() =>
          add.mutate({
            kind,
            of: one?.key,
            ...(kind === "difference" && { other: second?.key }),
            ...(kind === "scale" && { factor, offset }),
          })
        }
      >
        Add
      </Action>
      {derived.map(({ key, name }) => (
        <Action key={key} look="link" onClick={() => drop.mutate(key)}>
          Without {name}
        </Action>
      ))}
    </Flex>
  );
}
