import { type ComponentType, lazy, type LazyExoticComponent } from "react";
import type { Drive, Stage } from "../api/types";

type Content = ComponentType<{ drive: Drive }>;

interface Page {
  Content: LazyExoticComponent<Content>;
  /** Fetches its script ahead. */
  load: () => Promise<unknown>;
}

function page(load: () => Promise<Content>): Page {
  return { Content: lazy(() => load().then((content) => ({ default: content }))), load };
}

/** The page of each stage of the course; the server says which stages a drive has, and their titles. */
export const STAGES: Record<Stage["id"], Page> = {
  connect: page(() => import("./connect/ConnectStage").then((module) => module.ConnectStage)),
  motor: page(() => import("./motor/MotorStage").then((module) => module.MotorStage)),
  feedback: page(() => import("./feedback/FeedbackStage").then((module) => module.FeedbackStage)),
  mechanics: page(() => import("./mechanics/MechanicsStage").then((module) => module.MechanicsStage)),
  power: page(() => import("./power/PowerStage").then((module) => module.PowerStage)),
  limits: page(() => import("./limits/LimitsStage").then((module) => module.LimitsStage)),
  identify: page(() => import("./identify/IdentifyStage").then((module) => module.IdentifyStage)),
  tune: page(() => import("./tune/TuneStage").then((module) => module.TuneStage)),
  terminals: page(() => import("./terminals/TerminalsStage").then((module) => module.TerminalsStage)),
  motion: page(() => import("./motion/MotionStage").then((module) => module.MotionStage)),
  verify: page(() => import("./verify/VerifyStage").then((module) => module.VerifyStage)),
};

/** What there is of a drive beside its course. */
export const VIEWS: Record<string, Page & { title: string }> = {
  recorder: {
    title: "Recorder",
    ...page(() => import("../views/recorder/RecorderPage").then((module) => module.RecorderPage)),
  },
  values: { title: "Values", ...page(() => import("../views/values/ValuesView").then((module) => module.ValuesView)) },
  compare: {
    title: "Compare",
    ...page(() => import("../views/compare/CompareView").then((module) => module.CompareView)),
  },
  files: {
    title: "Files and snapshots",
    ...page(() => import("../views/files/FilesView").then((module) => module.FilesView)),
  },
};

/** What the address names, of what the drive has. */
export function pageOf(drive: Drive, name: string | undefined) {
  const stage = drive.stages.find(({ id }) => id === name);
  return stage ? STAGES[stage.id] : VIEWS[name ?? ""];
}

/** All that may be opened next, while nothing else is to do: it is there at a click, and when the server is gone. */
export function loadAhead() {
  const all = [...Object.values(STAGES), ...Object.values(VIEWS)];
  const idle = window.requestIdleCallback ?? ((callback: () => void) => window.setTimeout(callback, 200));
  const next = () => {
    const one = all.shift();
    if (one)
      void one
        .load()
        .then(() => idle(next))
        .catch(() => undefined);
  };
  idle(next);
}
