import { useCallback, useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Drive } from "../../api/types";
import { PageHead } from "../../parts/Columns";
import { Recorder } from "../../recorder/Recorder";

const HEIGHT = 380;

/** The recorder as a page; what is shown stands in the address, so that a reloaded page shows it again. */
export function RecorderPage({ drive }: { drive: Drive }) {
  const [search, setSearch] = useSearchParams();
  const text = search.get("show") ?? "";
  const ids = useMemo(() => text.split(",").filter(Boolean).map(Number).filter(Number.isInteger), [text]);
  const show = useCallback(
    (next: number[]) =>
      setSearch(
        (now) => {
          if (next.length > 0) now.set("show", next.join());
          else now.delete("show");
          return now;
        },
        { replace: true },
      ),
    [setSearch],
  );
  return (
    <>
      <PageHead title="Recorder" sentence="What the drive did, at the rate of its loops, and with which settings." />
      <Recorder drive={drive} ids={ids} onIds={show} height={HEIGHT} />
    </>
  );
}
