import { useState } from "react";
import { notices } from "../parts/notices";
import type { ApiError } from "./client";
import type { Hazard } from "./types";
import { useAction } from "./useAction";

/**
 * An action that may bring a hazard into the drive. It is sent without any yes first; where the server asks for one, it says for which values
 * and why, and the same action is sent again with the yes to exactly these.
 */
export function useConfirmed<R>(
  act: (hazards: string[]) => Promise<R>,
  options: { refresh?: string[]; drive?: { id: number }; wait?: string; done?: (result: R) => void } = {},
) {
  const [asked, setAsked] = useState<Hazard[]>([]);
  const action = useAction(act, {
    ...options,
    quiet: true,
    failed: (error) => {
      const hazards = hazardsOf(error);
      if (hazards.length > 0) setAsked(hazards);
      else notices.problem(error.message);
    },
  });
  return {
    send: () => action.mutate([]),
    isPending: action.isPending,
    question: { hazards: asked, yes: () => action.mutate(asked.map(({ key }) => key)), close: () => setAsked([]) },
  };
}

export type HazardousQuestion = ReturnType<typeof useConfirmed>["question"];

const hazardsOf = (error: ApiError) =>
  Array.isArray(error.details.hazards) ? (error.details.hazards as Hazard[]) : [];
