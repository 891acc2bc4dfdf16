const KEY = "gallop.author";

/** Who works here, for the logbook; kept in this browser. */
export const author = {
  get name() {
    return localStorage.getItem(KEY) ?? "";
  },
  set name(name: string) {
    localStorage.setItem(KEY, name.trim().slice(0, 60));
  },
};
