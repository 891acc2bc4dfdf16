/** What is read again once a gain is in the draft. */
export const REFRESH = ["tuning", "tray", "values", "drive"];
