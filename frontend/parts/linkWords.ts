import type { LinkState } from "../api/types";

/** How a link stands, in a word or two. */
export const LINK_WORDS: Record<LinkState["state"], string> = {
  offline: "offline",
  connecting: "connecting",
  reading: "reading",
  online: "connected",
  lost: "lost, trying again",
  loader: "waits for firmware",
  taken: "linked elsewhere",
};
