import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { api } from "../api/client";
import type { Trace, TraceSummary } from "../api/types";
import { useAction } from "../api/useAction";
import { Action } from "../parts/Action";
import { ConfirmDialog } from "../parts/ConfirmDialog";
import { TextField } from "../parts/TextField";
import { useTraceOf } from "./queries";

const REFRESH = ["traces", "trace-of"];

/** Name, note and tags of a trace, how it was taken, and what can be done with it. */
export function TraceDetail({ trace }: { trace: TraceSummary }) {
  const { data: whole } = useTraceOf(trace.id);
  const [name, setName] = useState(trace.name);
  const [note, setNote] = useState(trace.note);
  const [tags, setTags] = useState(trace.tags.join(", "));
  const [deleting, setDeleting] = useState(false);
  const change = useAction((changes: object) => api.patch<Trace>(`/traces/${trace.id}`, changes), { refresh: REFRESH });
  const remove = useAction(() => api.delete<undefined>(`/traces/${trace.id}`), { refresh: REFRESH });
  const words = tags
    .split(",")
    .map((tag) => tag.trim())
    .filter(Boolean);
  const altered = name !== trace.name || note !== trace.note || words.join() !== trace.tags.join();
  return (
    <Box pl="6" pt="1.5" pb="1" data-trace-detail>
      <Text fontSize="small" color="muted" pb="1">
        {[trace.trigger && `Trigger: ${trace.trigger}`, trace.author && `by ${trace.author}`]
          .filter(Boolean)
          .join("; ")}
      </Text>
      {whole && whole.altered.length > 0 && (
        <Text fontSize="small" color="cautionText" pb="1">
          Changed while it waited, and kept as at its end: {whole.altered.join(", ")}.
        </Text>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate({ name, note, tags: words });
        }}
      >
        <TextField label="Name" value={name} onChange={setName} placeholder={trace.title} />
        <TextField label="Note" value={note} onChange={setNote} />
        <TextField label="Tags, with commas between" value={tags} onChange={setTags} />
        <Flex gap="1.5" wrap="wrap" pt="1">
          {altered && (
            <Action type="submit" look="primary" disabled={change.isPending}>
              Keep
            </Action>
          )}
          <Action look="quiet" onClick={() => change.mutate({ pinned: !trace.pinned })}>
            {trace.pinned ? "No reference any more" : "Keep as reference"}
          </Action>
          <Action look="quiet" asChild>
            <a href={`/api/traces/${trace.id}/export/csv`} download>
              CSV
            </a>
          </Action>
          <Action look="quiet" asChild>
            <a href={`/api/traces/${trace.id}/export/json`} download>
              JSON
            </a>
          </Action>
          <Action look="quiet" onClick={() => setDeleting(true)}>
            Delete
          </Action>
        </Flex>
      </form>
      <ConfirmDialog
        open={deleting}
        title={`Delete “${trace.title}”?`}
        confirm="Delete the trace"
        onClose={() => setDeleting(false)}
        onConfirm={() => remove.mutate(undefined)}
      >
        Its samples and the settings that it was taken with are gone then.
      </ConfirmDialog>
    </Box>
  );
}
