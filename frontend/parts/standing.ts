/** How a proof stands: its word and its colour. */
export const STANDING = {
  proven: { word: "proven", colour: "okText" },
  failed: { word: "not right", colour: "fault" },
  stale: { word: "stale", colour: "bay" },
} as const;
