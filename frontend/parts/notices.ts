export interface Notice {
  id: number;
  kind: "problem" | "word" | "wait";
  text: string;
  /** ms, of the page's clock */
  since: number;
}

type Listener = () => void;

/** ms that a mere word stays; a problem stays until it is put away. */
const WORD_STAYS = 5_000;
/** ms after which a wait is said to be one. */
const WAIT_SHOWS = 400;

/** Short messages at the edge of the page. */
class Notices {
  #list: readonly Notice[] = [];
  #next = 1;
  readonly #listeners = new Set<Listener>();

  list = () => this.#list;

  subscribe = (listener: Listener) => {
    this.#listeners.add(listener);
    return () => {
      this.#listeners.delete(listener);
    };
  };

  problem(text: string) {
    this.#add("problem", text);
  }

  word(text: string) {
    const id = this.#add("word", text);
    window.setTimeout(() => this.dismiss(id), WORD_STAYS);
  }

  /** Something takes time; the answer ends it. */
  wait(text: string) {
    const since = performance.now();
    let id: number | undefined;
    const timer = window.setTimeout(() => {
      id = this.#add("wait", text, since);
    }, WAIT_SHOWS);
    return () => {
      window.clearTimeout(timer);
      if (id !== undefined) this.dismiss(id);
    };
  }

  dismiss(id: number) {
    this.#set(this.#list.filter((notice) => notice.id !== id));
  }

  #add(kind: Notice["kind"], text: string, since = performance.now()) {
    const id = this.#next++;
    this.#set([...this.#list.filter((notice) => notice.text !== text), { id, kind, text, since }].slice(-4));
    return id;
  }

  #set(list: readonly Notice[]) {
    this.#list = list;
    for (const listener of this.#listeners) listener();
  }
}

export const notices = new Notices();
