import { Combobox, createListCollection } from "@chakra-ui/react";
import { type KeyboardEvent, type ReactNode, useMemo, useState } from "react";

interface Props<Hit> {
  label: string;
  placeholder: string;
  query: string;
  onQuery: (query: string) => void;
  /** What is offered for the query, best first. The server finds; here is only chosen. */
  hits: Hit[];
  idOf: (hit: Hit) => string;
  onPick: (hit: Hit) => void;
  /** Enter on a list that may still be that of fewer letters: what these letters find, and at which place. */
  onEnter?: (place: number) => void;
  /** Below the field, in the flow of the page, instead of above what follows. */
  inline?: boolean;
  /** Instead of a list, where something was looked for and nothing found. */
  nothing?: ReactNode;
  children: (hit: Hit) => ReactNode;
}

/** A field in which one types a few letters and picks one of what is found, with the keyboard or the pointer. */
export function Picker<Hit>(props: Props<Hit>) {
  const { label, placeholder, query, onQuery, hits, idOf, onPick, onEnter, inline, nothing } = props;
  const collection = useMemo(
    () => createListCollection({ items: hits, itemToValue: idOf, itemToString: () => query }),
    [hits, idOf, query],
  );
  // The best hit, until another one is chosen among those that are there.
  const [pointed, setPointed] = useState<string | null>(null);
  const place = Math.max(
    0,
    hits.findIndex((hit) => idOf(hit) === pointed),
  );
  const at = hits[place];
  const entered = (event: KeyboardEvent) => {
    if (event.key !== "Enter" || !onEnter) return;
    event.preventDefault();
    event.stopPropagation();
    onEnter(place);
  };
  const list = (
    <Combobox.Content {...(inline ? { shadow: "none", p: "0", mt: "2" } : { maxH: "72", w: "sm" })} bg="surface">
      {query.trim() !== "" && hits.length === 0 && nothing}
      {hits.map((hit) => (
        <Combobox.Item
          key={idOf(hit)}
          item={hit}
          cursor="pointer"
          borderRadius="control"
          _highlighted={{ bg: "baySoft" }}
          color="ink"
        >
          {props.children(hit)}
        </Combobox.Item>
      ))}
    </Combobox.Content>
  );
  return (
    <Combobox.Root
      collection={collection}
      size="xs"
      inputValue={query}
      onInputValueChange={({ inputValue, reason }) => reason === "input-change" && onQuery(inputValue)}
      value={[]}
      onValueChange={({ items }) => items[0] && onPick(items[0])}
      selectionBehavior="preserve"
      highlightedValue={at === undefined ? null : idOf(at)}
      onHighlightChange={({ highlightedValue }) => setPointed(highlightedValue)}
      openOnClick
      positioning={{ sameWidth: false, placement: "bottom-start" }}
      disableLayer={inline}
    >
      <Combobox.Control onKeyDownCapture={entered}>
        <Combobox.Input
          aria-label={label}
          placeholder={placeholder}
          autoComplete="off"
          bg="surface"
          borderColor="edge"
          h={inline ? "8" : "6"}
          px="1.5"
        />
      </Combobox.Control>
      {inline ? list : <Combobox.Positioner>{list}</Combobox.Positioner>}
    </Combobox.Root>
  );
}
