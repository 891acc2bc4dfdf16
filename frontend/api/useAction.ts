import { useMutation, useQueryClient } from "@tanstack/react-query";
import { notices } from "../parts/notices";
import { ApiError } from "./client";

/**
 * A call that changes something. Afterwards the named queries are read again; a refusal is shown as a notice unless `quiet` is set, in
 * which case the caller shows `error` itself.
 */
export function useAction<A, R>(act: (argument: A) => Promise<R>, options: { refresh?: string[]; quiet?: boolean; done?: (result: R) => void; failed?: (error: ApiError) => void } = {}) {
  const queries = useQueryClient();
  return useMutation<R, ApiError, A>({
    mutationFn: act,
    onSuccess: (result) => options.done?.(result),
    onError: (error) => {
      options.failed?.(error);
      if (!options.quiet) notices.problem(error.message);
    },
    onSettled: () => {
      for (const name of options.refresh ?? ["project"]) void queries.invalidateQueries({ queryKey: [name] });
    },
  });
}
