import { api } from "../api/client";
import { notices } from "../parts/notices";

/** STOP: a quick stop of every connected drive. */
export async function stopAll() {
  try {
    const { stopped, unreachable } = await api.post<{ stopped: string[]; unreachable: string[] }>("/stop");
    if (unreachable.length > 0) notices.problem(`STOP could not reach ${unreachable.join(", ")}. A drive that Gallop moves stops by its own watchdog.`);
    else notices.word(stopped.length > 0 ? `STOP sent to ${stopped.join(" and ")}.` : "No drive is connected.");
  } catch (error) {
    notices.problem(`STOP did not reach the server: ${(error as Error).message} A drive that Gallop moves stops by its own watchdog.`);
  }
}
