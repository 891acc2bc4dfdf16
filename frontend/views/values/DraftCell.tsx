import { Input, NativeSelect } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { api } from "../../api/client";
import type { Drive, Holding } from "../../api/types";
import { useAction } from "../../api/useAction";
import { stepped } from "../../parts/stepped";
import type { Item } from "./item";

interface Props {
  drive: Drive;
  item: Item;
  editing: boolean;
  onEdit: (key: string, editing: boolean) => void;
  onRemark: (remark: Remark | null) => void;
}

/** What is to be said of a value while it is typed. */
export interface Remark {
  text: string;
  /** whether it cannot be kept like that */
  problem: boolean;
}

/** ms after a key before the server is asked what the drive will make of it. */
const PAUSE = 150;

/** The draft of one value, edited in place in any fitting unit. Enter keeps it, Escape goes back, ↑ and ↓ step by the last digit. */
export function DraftCell({ drive, item, editing, onEdit, onRemark }: Props) {
  const { entry, holding } = item;
  if (!entry.setting) return null;
  if (editing) return <Editor drive={drive} item={item} onEdit={onEdit} onRemark={onRemark} />;
  return (
    <button
      type="button"
      className="draft"
      data-drafted={holding.draft !== null}
      aria-label={`Draft of ${entry.name}: ${holding.draft ?? "none"}. Edit`}
      title={holding.draft ?? "Edit"}
      onClick={() => onEdit(entry.key, true)}
    >
      {holding.draft ?? "·"}
    </button>
  );
}

/** What the drive will make of what is typed, where that is something else. */
function useForesight(driveId: number, key: string, text: string) {
  const [asked, setAsked] = useState(text);
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(text), PAUSE);
    return () => window.clearTimeout(timer);
  }, [text]);
  const { data } = useQuery({
    queryKey: ["foresight", driveId, key, asked],
    queryFn: () =>
      api.get<{ sentences: string[] }>(
        `/drives/${driveId}/values/${key}/foresee?${new URLSearchParams({ value: asked })}`,
      ),
    enabled: asked.trim() !== "",
    retry: false,
  });
  return data && asked === text ? data.sentences.join(" ") : "";
}

function Editor({ drive, item, onEdit, onRemark }: Omit<Props, "editing">) {
  const { entry, holding } = item;
  const [text, setText] = useState(holding.draft ?? holding.live ?? entry.factory);
  const field = useRef<HTMLInputElement & HTMLSelectElement>(null);
  const ended = useRef(false);
  useEffect(() => {
    field.current?.focus();
    field.current?.select?.();
  }, []);

  const keep = useAction((value: string) => api.put<Holding>(`/drives/${drive.id}/values/${entry.key}`, { value }), {
    drive,
    refresh: ["values", "drive", "tray"],
    quiet: true,
    done: () => {
      onRemark(null);
      onEdit(entry.key, false);
    },
  });
  const problem = keep.error?.message ?? null;
  const foreseen = useForesight(drive.id, entry.key, text);
  useEffect(
    () => onRemark(problem ? { text: problem, problem: true } : foreseen ? { text: foreseen, problem: false } : null),
    [problem, foreseen, onRemark],
  );

  const commit = (value: string) => {
    ended.current = true;
    keep.mutate(value, { onError: () => (ended.current = false) });
  };
  const revert = () => {
    ended.current = true;
    onRemark(null);
    onEdit(entry.key, false);
  };
  const pressed = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === "Enter") commit(text);
    else if (event.key === "Escape") revert();
    else if ((event.key === "ArrowUp" || event.key === "ArrowDown") && entry.choices.length === 0) {
      const next = stepped(text.replaceAll("\u2009", "").replace("\u2212", "-"), event.key === "ArrowUp" ? 1 : -1);
      if (next === undefined) return;
      event.preventDefault();
      setText(next);
    }
  };

  if (entry.choices.length > 0) {
    const now = entry.choices.find(({ name, value }) => text === `${name} (${value})`)?.value ?? "";
    return (
      <NativeSelect.Root size="xs">
        <NativeSelect.Field
          ref={field}
          h="6"
          bg="surface"
          borderColor="bay"
          aria-label={`New value of ${entry.name}`}
          value={now}
          onChange={(event) => commit(event.target.value)}
          onKeyDown={pressed}
          onBlur={() => !ended.current && revert()}
        >
          {entry.choices.map(({ value, name }) => (
            <option key={value} value={value}>
              {name}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    );
  }
  return (
    <Input
      ref={field}
      size="xs"
      h="6"
      px="1.5"
      fontFamily="mono"
      fontSize="small"
      textAlign="right"
      bg="surface"
      borderColor={problem ? "fault" : "bay"}
      aria-label={`New value of ${entry.name}`}
      aria-invalid={problem !== null}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onKeyDown={pressed}
      onBlur={() => !ended.current && !problem && commit(text)}
    />
  );
}
