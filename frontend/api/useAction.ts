import { useMutation, useQueryClient } from "@tanstack/react-query";
import { notices } from "../parts/notices";
import { ApiError } from "./client";
import { invalidate } from "./invalidate";

interface Options<R> {
  /** queries that are read again afterwards; of a drive's the ones of `drive` */
  refresh?: string[];
  drive?: { id: number };
  quiet?: boolean;
  /** what is waited for, in a sentence without its full stop */
  wait?: string | undefined;
  done?: (result: R) => void;
  failed?: (error: ApiError) => void;
}

/**
 * A call that changes something. Afterwards the named queries are read again; a refusal is shown as a notice unless `quiet` is set, in
 * which case the caller shows `error` itself.
 */
export function useAction<A, R>(act: (argument: A) => Promise<R>, options: Options<R> = {}) {
  const queries = useQueryClient();
  return useMutation<R, ApiError, A, (() => void) | undefined>({
    mutationFn: act,
    onMutate: () => (options.wait ? notices.wait(options.wait) : undefined),
    onSuccess: (result) => options.done?.(result),
    onError: (error) => {
      options.failed?.(error);
      if (!options.quiet) notices.problem(error.message);
    },
    onSettled: (_result, _error, _argument, waited) => {
      waited?.();
      invalidate(queries, options.refresh ?? ["drive"], options.drive?.id);
    },
  });
}
