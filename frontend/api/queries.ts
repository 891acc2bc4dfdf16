import { useQuery } from "@tanstack/react-query";
import { api } from "./client";
import type { FaultPanel, LogbookEntry, Motor, Project, ProjectSummary, Tray, Value, Verify } from "./types";

export const useProjects = () => useQuery({ queryKey: ["projects"], queryFn: () => api.get<ProjectSummary[]>("/projects") });

export const useProject = (id: string | undefined) =>
  useQuery({ queryKey: ["project", id], queryFn: () => api.get<Project>(`/projects/${id}`), enabled: id !== undefined });

export const useMotor = (driveId: number) => useQuery({ queryKey: ["motor", driveId], queryFn: () => api.get<Motor>(`/drives/${driveId}/motor`) });

export const useVerify = (driveId: number) => useQuery({ queryKey: ["verify", driveId], queryFn: () => api.get<Verify>(`/drives/${driveId}/verify`) });

export const useTray = (driveId: number, enabled = true) =>
  useQuery({ queryKey: ["tray", driveId], queryFn: () => api.get<Tray>(`/drives/${driveId}/tray`), enabled });

export const useValues = (driveId: number) => useQuery({ queryKey: ["values", driveId], queryFn: () => api.get<Value[]>(`/drives/${driveId}/values`) });

export const useFaults = (driveId: number, enabled: boolean) =>
  useQuery({ queryKey: ["faults", driveId], queryFn: () => api.get<FaultPanel>(`/drives/${driveId}/faults`), enabled });

export const useLogbook = (projectId: string | undefined) =>
  useQuery({ queryKey: ["logbook", projectId], queryFn: () => api.get<LogbookEntry[]>(`/projects/${projectId}/logbook`) });

export const useSession = () =>
  useQuery({ queryKey: ["session"], queryFn: () => api.get<{ csrf_token: string; paddock: boolean }>("/session"), staleTime: 30_000 });
