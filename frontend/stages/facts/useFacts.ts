import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { api, ApiError } from "../../api/client";
import { invalidate } from "../../api/invalidate";
import { useFactStage } from "../../api/queries";
import type { FactStage } from "../../api/types";

/** ms of quiet after a key before the server is asked what would follow. */
const QUIET = 60;

function without(table: Record<string, string>, key: string) {
  return Object.fromEntries(Object.entries(table).filter(([each]) => each !== key));
}

/** The facts of a stage as they are typed: what follows is asked of the server at once, Enter keeps a fact. */
export function useFacts(driveId: number, stage: string) {
  const queries = useQueryClient();
  const { data: kept } = useFactStage(driveId, stage);
  const [typing, setTyping] = useState<Record<string, string>>({});
  const [refused, setRefused] = useState<Record<string, string>>({});
  const [preview, setPreview] = useState<FactStage>();
  const asked = useRef(0);

  useEffect(() => {
    const question = ++asked.current;
    if (Object.keys(typing).length === 0) return undefined;
    const timer = window.setTimeout(() => {
      api
        .post<FactStage>(`/drives/${driveId}/${stage}/compute`, { facts: typing })
        .then((answer) => question === asked.current && setPreview(answer))
        .catch(() => undefined);
    }, QUIET);
    return () => window.clearTimeout(timer);
  }, [typing, driveId, stage]);

  const forget = (key: string) => {
    setTyping((before) => without(before, key));
    setRefused((before) => without(before, key));
  };

  /** Until the server has answered they count as typed: what follows from them is not known yet. */
  const keep = async (facts: Record<string, string>) => {
    setTyping((before) => ({ ...before, ...facts }));
    try {
      const answer = await api.put<FactStage>(`/drives/${driveId}/${stage}`, { facts });
      queries.setQueryData(["facts", driveId, stage], answer);
      invalidate(queries, ["drive", "before_power"], driveId);
      for (const key of Object.keys(facts)) forget(key);
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      const { message } = error;
      setRefused((before) => ({ ...before, ...Object.fromEntries(Object.keys(facts).map((key) => [key, message])) }));
    }
  };

  const unkept = Object.keys(typing).length > 0;
  // What followed from an earlier typing is no answer to this one.
  if (!unkept && preview) setPreview(undefined);
  const given = (unkept && preview) || kept;
  return {
    given,
    textOf: (key: string) => typing[key] ?? kept?.fields.find((field) => field.key === key)?.text ?? "",
    isTyping: (key: string) => key in typing,
    problemOf: (key: string) => refused[key] ?? given?.fields.find((field) => field.key === key)?.problem ?? null,
    type: (key: string, text: string) => {
      setRefused((before) => without(before, key));
      setTyping((before) => ({ ...before, [key]: text }));
    },
    commit: (key: string) => {
      const text = typing[key];
      if (text !== undefined) void keep({ [key]: text });
    },
    revert: forget,
    keep,
    unkept,
  };
}
