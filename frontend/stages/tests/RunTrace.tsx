import type { AlignedData } from "uplot";
import { useTrace } from "../../api/queries";
import type { Drive, Run } from "../../api/types";
import { SignalChart } from "../../parts/SignalChart";

const HEIGHT = 150;

/** The signals that a test has recorded. */
export function RunTrace({ drive, run }: { drive: Drive; run: Run }) {
  const { data: trace } = useTrace(drive.id, run.id);
  if (!trace) return null;
  const signals = trace.signals.map(({ key, name, unit }) => ({ key, label: name, unit, decimals: 3 }));
  const data = [trace.at, ...trace.signals.map(({ samples }) => samples)] as AlignedData;
  return <SignalChart label={`Recorded by the test: ${run.title}`} signals={signals} data={data} height={HEIGHT} />;
}
