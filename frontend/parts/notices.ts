export interface Notice {
  id: number;
  kind: "problem" | "word";
  text: string;
}

type Listener = () => void;

/** ms that a mere word stays; a problem stays until it is put away. */
const WORD_STAYS = 5_000;

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

  dismiss(id: number) {
    this.#set(this.#list.filter((notice) => notice.id !== id));
  }

  #add(kind: Notice["kind"], text: string) {
    const id = this.#next++;
    this.#set([...this.#list.filter((notice) => notice.text !== text), { id, kind, text }].slice(-4));
    return id;
  }

  #set(list: readonly Notice[]) {
    this.#list = list;
    for (const listener of this.#listeners) listener();
  }
}

export const notices = new Notices();
