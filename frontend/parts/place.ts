/** Where something is settled: at a stage of the drive, or in its tray, which opens over the page. */
export const placePath = (drive: string, place: string) =>
  place === "tray" ? `${drive}/connect?tray` : `${drive}/${place}`;
