import { useMemo } from "react";
import type { AlignedData } from "uplot";
import { useTrace } from "../../api/queries";
import type { Drive, Run, Trace } from "../../api/types";
import { SignalChart } from "../../parts/SignalChart";
import { useSamples } from "../../recorder/queries";

const HEIGHT = 150;

/** The signals that a test has recorded. */
export function RunTrace({ drive, run }: { drive: Drive; run: Run }) {
  const { data: trace } = useTrace(drive.id, run.id);
  return trace ? <Curves trace={trace} title={run.title} /> : null;
}

function Curves({ trace, title }: { trace: Trace; title: string }) {
  const traces = useMemo(() => [trace], [trace]);
  const [samples] = useSamples(traces).map(({ data }) => data);
  const signals = useMemo(
    () => trace.signals.map(({ key, name, unit }) => ({ key, label: name, unit, decimals: 3 })),
    [trace],
  );
  const data = useMemo(
    () => samples && ([samples.at, ...signals.map(({ key }) => samples.columns.get(key))] as unknown as AlignedData),
    [samples, signals],
  );
  if (!data) return null;
  return <SignalChart label={`Recorded by the test: ${title}`} signals={signals} data={data} height={HEIGHT} />;
}
