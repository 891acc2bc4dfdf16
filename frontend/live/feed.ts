import { onWish, type Past, telemetryOf } from "./telemetry";

interface LiveMessage {
  drive: number;
  /** ms of the server's clock */
  at: number;
  live: (number | null)[];
  state: string;
  /** which figures stand where */
  layout: number;
}

interface PastMessage {
  drive: number;
  past: Past;
}

export interface ChangedMessage {
  drive: number;
  changed: string[];
}

type Message =
  LiveMessage | PastMessage | ChangedMessage | { shown: number[] } | { announced: "discovery" | "projects" };

interface Listener {
  drives: readonly number[];
  changed?: (message: ChangedMessage) => void;
  announced?: (what: "discovery" | "projects") => void;
  /** from now on word comes of what these drives change; what was said before is not known */
  connected?: () => void;
}

/** ms until a lost socket is tried again */
const AGAIN = 500;

/** The one socket over which the server says what happens. It comes back by itself, and says anew what this page shows. */
class Feed {
  readonly #listeners = new Set<Listener>();
  #socket: WebSocket | undefined;
  #naming = false;

  constructor() {
    onWish(() => this.#nameSoon());
  }

  /** @returns how to leave again */
  listen(listener: Listener) {
    this.#listeners.add(listener);
    if (this.#socket?.readyState === WebSocket.OPEN) this.#nameSoon();
    else if (!this.#socket) this.#open();
    return () => {
      this.#listeners.delete(listener);
      this.#nameSoon();
    };
  }

  #open() {
    const address = new URL("/live", window.location.href);
    address.protocol = address.protocol.replace("http", "ws");
    const socket = new WebSocket(address);
    this.#socket = socket;
    socket.addEventListener("open", () => {
      for (const drive of this.#drives) telemetryOf(drive).forget();
      this.#name();
    });
    socket.addEventListener("message", ({ data }: MessageEvent<string>) => this.#hear(JSON.parse(data) as Message));
    socket.addEventListener("close", () => window.setTimeout(() => this.#open(), AGAIN));
  }

  get #drives() {
    return [...new Set([...this.#listeners].flatMap(({ drives }) => drives))];
  }

  /** Once for all that changes at the same time. */
  #nameSoon() {
    if (this.#naming) return;
    this.#naming = true;
    queueMicrotask(() => {
      this.#naming = false;
      this.#name();
    });
  }

  #name() {
    if (this.#socket?.readyState !== WebSocket.OPEN) return;
    this.#socket.send(
      JSON.stringify({ drives: Object.fromEntries(this.#drives.map((drive) => [drive, telemetryOf(drive).wanted])) }),
    );
  }

  #hear(message: Message) {
    if ("live" in message)
      return telemetryOf(message.drive).push(message.layout, message.at, message.live, message.state);
    if ("past" in message) return telemetryOf(message.drive).recall(message.past);
    for (const listener of this.#listeners) {
      if ("shown" in message) listener.connected?.();
      else if ("announced" in message) listener.announced?.(message.announced);
      else if (listener.drives.includes(message.drive)) listener.changed?.(message);
    }
  }
}

export const feed = new Feed();
