import { keepPreviousData, queryOptions, useQueries, useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { RecorderView, Spectrum, Trace, TraceComparison, TraceFigures, TraceSummary } from "../api/types";
import { readSamples, type Samples } from "./samples";

/** A stretch of time, s from the trigger; nothing is all of it. */
export interface Stretch {
  from: number;
  to: number;
}

export const useTraces = (projectId: number) =>
  useQuery({
    queryKey: ["traces", projectId],
    queryFn: () => api.get<TraceSummary[]>(`/projects/${projectId}/traces`),
  });

const traceQuery = (id: number) =>
  queryOptions({ queryKey: ["trace-of", id], queryFn: () => api.get<Trace>(`/traces/${id}`), retry: false });

/** Some traces with their signals, in the order of their ids; those that are not there yet are left out. */
export const useTracesOf = (ids: readonly number[]) => useQueries({ queries: ids.map(traceQuery), combine: there });

const there = (results: { data: Trace | undefined }[]) => results.flatMap(({ data }) => data ?? []);

export const useTraceOf = (id: number) => useQuery(traceQuery(id));

/** ms between two looks at a memory that is armed; word of the server comes sooner. */
const LOOK = 1000;

export const useRecorder = (driveId: number, enabled = true) =>
  useQuery({
    queryKey: ["recorder", driveId],
    queryFn: () => api.get<RecorderView>(`/drives/${driveId}/recorder`),
    enabled,
    refetchInterval: ({ state }) => (isOpen(state.data) || state.data?.doing || state.data?.roll ? LOOK : false),
  });

export const isOpen = (view: RecorderView | undefined) =>
  view?.recording?.state === "armed" || view?.recording?.state === "fetching";

/** Samples never change; a signal that is worked out makes them others, and a trace that grows has more. */
const samplesQuery = (trace: Trace) => {
  const keys = trace.signals.map(({ key }) => key);
  return queryOptions({
    queryKey: ["samples", trace.id, keys.join(), trace.size],
    queryFn: async (): Promise<Samples> => readSamples(await bytes(trace, keys), keys),
    staleTime: Infinity,
    gcTime: 60_000,
    placeholderData: trace.growing ? keepPreviousData : undefined,
  });
};

async function bytes({ id, size }: Trace, keys: string[]) {
  const stamp = new URLSearchParams({ of: keys.join(), size: String(size) });
  const response = await fetch(`/api/traces/${id}/samples?${stamp}`);
  if (!response.ok) throw new Error(`The samples of trace ${id} could not be read.`);
  return response.arrayBuffer();
}

export const useSamples = (traces: readonly Trace[]) => useQueries({ queries: traces.map(samplesQuery) });

const between = (stretch: Stretch | null) =>
  stretch ? { from: String(stretch.from), to: String(stretch.to) } : ({} as Record<string, string>);

export const useFigures = (traceId: number | undefined, signals: number, stretch: Stretch | null, band: number) =>
  useQuery({
    queryKey: ["figures", traceId, signals, stretch?.from, stretch?.to, band],
    queryFn: () =>
      api.get<TraceFigures>(
        `/traces/${traceId}/figures?${new URLSearchParams({ ...between(stretch), band: String(band) })}`,
      ),
    enabled: traceId !== undefined,
    staleTime: Infinity,
    placeholderData: (before) => before,
  });

export const useSpectrum = (traceId: number, signal: string, stretch: Stretch | null) =>
  useQuery({
    queryKey: ["spectrum", traceId, signal, stretch?.from, stretch?.to],
    queryFn: () =>
      api.get<Spectrum>(`/traces/${traceId}/spectrum?${new URLSearchParams({ ...between(stretch), signal })}`),
    staleTime: Infinity,
    retry: false,
    placeholderData: (before) => before,
  });

export const useTraceComparison = (ids: readonly number[], shifts: readonly number[], stretch: Stretch | null) =>
  useQuery({
    queryKey: ["trace-comparison", ids.join(), shifts.join(), stretch?.from, stretch?.to],
    queryFn: () =>
      api.get<TraceComparison>(
        `/traces/compare?${new URLSearchParams({ ...between(stretch), ids: ids.join(), shifts: shifts.join() })}`,
      ),
    enabled: ids.length > 1,
    staleTime: Infinity,
    placeholderData: (before) => before,
  });
