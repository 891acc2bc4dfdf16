export interface LiveMessage {
  drive: number;
  live: number[];
  state: string;
  /** which figures stand where */
  layout: string;
}

export interface ChangedMessage {
  drive: number;
  changed: string[];
}

type Message = LiveMessage | ChangedMessage | { announced: "discovery" | "projects" };

interface Listener {
  drives: readonly number[];
  live?: (message: LiveMessage) => void;
  changed?: (message: ChangedMessage) => void;
  announced?: (what: "discovery" | "projects") => void;
  /** the socket is there, or there again: what was said meanwhile is not known */
  connected?: () => void;
}

/** ms until a lost socket is tried again */
const AGAIN = 500;

/** The one socket over which the server says what happens. It comes back by itself, and names anew what this page shows. */
class Feed {
  readonly #listeners = new Set<Listener>();
  #socket: WebSocket | undefined;

  /** @returns how to leave again */
  listen(listener: Listener) {
    this.#listeners.add(listener);
    if (this.#socket?.readyState === WebSocket.OPEN) {
      this.#name();
      listener.connected?.();
    } else if (!this.#socket) this.#open();
    return () => {
      this.#listeners.delete(listener);
      this.#name();
    };
  }

  #open() {
    const address = new URL("/live", window.location.href);
    address.protocol = address.protocol.replace("http", "ws");
    const socket = new WebSocket(address);
    this.#socket = socket;
    socket.addEventListener("open", () => {
      this.#name();
      for (const listener of this.#listeners) listener.connected?.();
    });
    socket.addEventListener("message", ({ data }: MessageEvent<string>) => this.#hear(JSON.parse(data) as Message));
    socket.addEventListener("close", () => window.setTimeout(() => this.#open(), AGAIN));
  }

  #name() {
    if (this.#socket?.readyState !== WebSocket.OPEN) return;
    this.#socket.send(JSON.stringify([...new Set([...this.#listeners].flatMap(({ drives }) => drives))]));
  }

  #hear(message: Message) {
    for (const listener of this.#listeners) {
      if ("announced" in message) listener.announced?.(message.announced);
      else if (listener.drives.includes(message.drive)) {
        if ("live" in message) listener.live?.(message);
        else listener.changed?.(message);
      }
    }
  }
}

export const feed = new Feed();
