import { queryOptions, useQueries, useQuery, type UseQueryResult } from "@tanstack/react-query";
import { useMemo } from "react";
import { api } from "./client";
import type {
  Comparison,
  Discovery,
  Drive,
  Entry,
  FactStage,
  FaultPanel,
  Finding,
  Firmware,
  Holding,
  Homing,
  Import,
  ImportSummary,
  LogbookEntry,
  Measured,
  LibraryHit,
  PowerUp,
  Project,
  ProjectSummary,
  Restore,
  Sequence,
  Snapshot,
  Test,
  Trace,
  Tray,
  TerminalStrip,
  Tuning,
  ValueDetail,
  Verify,
} from "./types";

export const useProjects = () =>
  useQuery({ queryKey: ["projects"], queryFn: () => api.get<ProjectSummary[]>("/projects") });

/** A drive of a project. Word of the server says when it is to be read again. */
const driveQuery = (id: number) =>
  queryOptions({ queryKey: ["drive", id], queryFn: () => api.get<Drive>(`/drives/${id}`), staleTime: Infinity });

/** A project comes with its drives; from then on each drive is read for itself. */
const projectQuery = (id: string | undefined) =>
  queryOptions({
    queryKey: ["project", id],
    queryFn: async ({ client }) => {
      const asked = Date.now();
      const project = await api.get<Project>(`/projects/${id}`);
      for (const drive of project.drives) {
        const { queryKey } = driveQuery(drive.id);
        if ((client.getQueryState(queryKey)?.dataUpdatedAt ?? 0) < asked) client.setQueryData(queryKey, drive);
      }
      return project;
    },
    enabled: id !== undefined,
    staleTime: Infinity,
  });

const newest = (results: UseQueryResult<Drive>[]) => results.map(({ data }) => data);

export function useProject(id: string | undefined) {
  const { data: project, error } = useQuery(projectQuery(id));
  const drives = useQueries({ queries: (project?.drives ?? []).map((drive) => driveQuery(drive.id)), combine: newest });
  const data = useMemo(
    () => project && { ...project, drives: project.drives.map((drive, index) => drives[index] ?? drive) },
    [project, drives],
  );
  return { data, error };
}

/** A stage of facts: motor, mechanics. */
export const useFactStage = (driveId: number, stage: string) =>
  useQuery({ queryKey: ["facts", driveId, stage], queryFn: () => api.get<FactStage>(`/drives/${driveId}/${stage}`) });

/** ms between two questions what the signals say. */
const SIGNALS = 1000;

export const libraryQuery = (kind: string, query: string) => ({
  queryKey: ["library", kind, query],
  queryFn: () => api.get<LibraryHit[]>(`/library?kind=${kind}&q=${encodeURIComponent(query)}`),
});

export const useLibrary = (kind: string, query: string) =>
  useQuery({ ...libraryQuery(kind, query), placeholderData: (before) => before });

export const useSignals = (driveId: number, enabled: boolean) =>
  useQuery({
    queryKey: ["signals", driveId],
    queryFn: () => api.get<Finding[]>(`/drives/${driveId}/signals`),
    enabled,
    refetchInterval: SIGNALS,
  });

/** The tests of a drive: what each needs, what it will do, and what came of it last. */
export const useTests = (driveId: number) =>
  useQuery({ queryKey: ["tests", driveId], queryFn: () => api.get<Test[]>(`/drives/${driveId}/tests`) });

/** One of them, and its run while it is under way. */
export function useTest(drive: Drive, id: string) {
  const test = useTests(drive.id).data?.find((one) => one.id === id);
  const running = drive.run?.kind === id && drive.run.state === "running" ? drive.run : undefined;
  return { test, running };
}

/** The tests of Identify that are left, and what is asked before they are begun together. */
export const useSequence = (driveId: number) =>
  useQuery({
    queryKey: ["tests", driveId, "sequence"],
    queryFn: () => api.get<Sequence>(`/drives/${driveId}/sequence`),
  });

/** What was recorded in a run; it never changes. */
export const useTrace = (driveId: number, runId: number) =>
  useQuery({
    queryKey: ["trace", driveId, runId],
    queryFn: () => api.get<Trace>(`/drives/${driveId}/runs/${runId}/trace`),
    staleTime: Infinity,
  });

/** What tests have found, beside what the drive holds. */
export const useMeasured = (driveId: number) =>
  useQuery({
    queryKey: ["tests", driveId, "measured"],
    queryFn: () => api.get<Measured[]>(`/drives/${driveId}/measured`),
  });

/** A loop of a drive: what is set, what follows from the draft, and what was measured. */
/** @param loop of those that the drive has, or its first */
export const useTuning = (driveId: number, loop: string | null) =>
  useQuery({
    queryKey: ["tuning", driveId, loop],
    queryFn: () => api.get<Tuning>(`/drives/${driveId}/tuning${loop ? `?loop=${loop}` : ""}`),
    placeholderData: (before) => before,
  });

export const useTerminals = (driveId: number) =>
  useQuery({
    queryKey: ["terminals", driveId],
    queryFn: () => api.get<TerminalStrip>(`/drives/${driveId}/terminals`),
  });

export const useHoming = (driveId: number) =>
  useQuery({ queryKey: ["homing", driveId], queryFn: () => api.get<Homing>(`/drives/${driveId}/homing`) });

export const useVerify = (driveId: number) =>
  useQuery({ queryKey: ["verify", driveId], queryFn: () => api.get<Verify>(`/drives/${driveId}/verify`) });

export const useTray = (driveId: number, enabled = true) =>
  useQuery({ queryKey: ["tray", driveId], queryFn: () => api.get<Tray>(`/drives/${driveId}/tray`), enabled });

/** What a drive holds of each value. */
export const useHoldings = (driveId: number, enabled: boolean) =>
  useQuery({ queryKey: ["values", driveId], queryFn: () => api.get<Holding[]>(`/drives/${driveId}/values`), enabled });

export const useFaults = (driveId: number, enabled: boolean) =>
  useQuery({ queryKey: ["faults", driveId], queryFn: () => api.get<FaultPanel>(`/drives/${driveId}/faults`), enabled });

export const useLogbook = (projectId: string | undefined) =>
  useQuery({
    queryKey: ["logbook", projectId],
    queryFn: () => api.get<LogbookEntry[]>(`/projects/${projectId}/logbook`),
  });

export const useSession = () =>
  useQuery({
    queryKey: ["session"],
    queryFn: () => api.get<{ csrf_token: string; paddock: boolean }>("/session"),
    staleTime: 30_000,
  });

/** The dictionary of a family with one firmware version; it never changes. */
export const useDictionary = (profile: Drive["profile"]) =>
  useQuery({
    queryKey: ["dictionary", profile?.family, profile?.version],
    queryFn: () => api.get<Entry[]>(`/profiles/${profile?.family}/${profile?.version}`),
    enabled: profile !== null,
    staleTime: Infinity,
    gcTime: Infinity,
  });

/** The families that can be chosen for a drive that cannot be reached yet. */
export const useFamilies = () =>
  useQuery({
    queryKey: ["families"],
    queryFn: () => api.get<{ family: string; title: string }[]>("/profiles"),
    staleTime: Infinity,
  });

export const useValueDetail = (driveId: number, key: string | undefined) =>
  useQuery({
    queryKey: ["values", driveId, "detail", key],
    queryFn: () => api.get<ValueDetail>(`/drives/${driveId}/values/${key}`),
    enabled: key !== undefined,
    placeholderData: (before) => before,
  });

/** Keys that a query finds, best first; undefined while nothing is asked. */
export const useValueSearch = (driveId: number, query: string) =>
  useQuery({
    queryKey: ["value-search", driveId, query],
    queryFn: () => api.get<string[]>(`/drives/${driveId}/values/search?${new URLSearchParams({ query })}`),
    enabled: query !== "",
    staleTime: 60_000,
    placeholderData: (before) => before,
  });

export const useSnapshots = (driveId: number) =>
  useQuery({ queryKey: ["snapshots", driveId], queryFn: () => api.get<Snapshot[]>(`/drives/${driveId}/snapshots`) });

export const useComparison = (driveId: number, left: string, right: string, all: boolean) =>
  useQuery({
    queryKey: ["comparison", driveId, left, right, all],
    queryFn: () =>
      api.get<Comparison>(`/drives/${driveId}/comparison?${new URLSearchParams({ left, right, all: String(all) })}`),
    placeholderData: (before) => before,
  });

export const useImports = (driveId: number) =>
  useQuery({ queryKey: ["imports", driveId], queryFn: () => api.get<ImportSummary[]>(`/drives/${driveId}/imports`) });

export const useImport = (driveId: number, id: number | null) =>
  useQuery({
    queryKey: ["values", driveId, "import", id],
    queryFn: () => api.get<Import>(`/drives/${driveId}/imports/${id}`),
    enabled: id !== null,
  });

export const useRestores = (driveId: number, enabled: boolean) =>
  useQuery({
    queryKey: ["values", driveId, "restores"],
    queryFn: () => api.get<Restore[]>(`/drives/${driveId}/restores`),
    enabled,
  });

export const usePowerUp = (driveId: number, enabled: boolean) =>
  useQuery({
    queryKey: ["values", driveId, "power_up"],
    queryFn: () => api.get<PowerUp>(`/drives/${driveId}/power_up`),
    enabled,
  });

export const useFirmware = (driveId: number, enabled: boolean) =>
  useQuery({
    queryKey: ["firmware", driveId],
    queryFn: () => api.get<Firmware>(`/drives/${driveId}/firmware`),
    enabled,
  });

export const useDiscovery = () =>
  useQuery({
    queryKey: ["discovery"],
    queryFn: () => api.get<Discovery>("/discovery"),
    refetchInterval: ({ state }) => (state.data?.running ? 300 : false),
  });
