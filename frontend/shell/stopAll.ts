import { api } from "../api/client";
import { notices } from "../parts/notices";

/** ms after which something is said, whether the server has answered or not. */
const PATIENCE = 1_500;
const BY_ITSELF = "A drive that Gallop moves stops by its own watchdog.";

interface Outcome {
  stopped: string[];
  unreachable: string[];
}

/** STOP: a quick stop of every connected drive. What happened is said within PATIENCE. */
export async function stopAll() {
  const timer = window.setTimeout(
    () => notices.problem(`STOP was sent, and Gallop's server has not answered yet. ${BY_ITSELF}`),
    PATIENCE,
  );
  try {
    tell(await api.post<Outcome>("/stop"));
  } catch (error) {
    notices.problem(`STOP did not reach the server: ${(error as Error).message} ${BY_ITSELF}`);
  } finally {
    window.clearTimeout(timer);
  }
}

function tell({ stopped, unreachable }: Outcome) {
  if (unreachable.length > 0) notices.problem(`STOP could not reach ${unreachable.join(", ")}. ${BY_ITSELF}`);
  else notices.word(stopped.length > 0 ? `STOP sent to ${stopped.join(" and ")}.` : "No drive is connected.");
}
