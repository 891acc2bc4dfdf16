/** Places of the ends of a travel, where they were put; an end without one is so far from where the motor stands. */
export interface Ends {
  low?: number | undefined;
  high?: number | undefined;
}

/** What a test is begun with. */
export interface Room {
  room: number;
  behind: number;
}

/** To hundredths, never beyond an end. */
const inside = (figure: number) => Math.floor(100 * figure + 1e-6) / 100;

/** Around a motor that stands at `here`. */
export function roomOf(ends: Ends, told: Record<string, number>, usual: number, here: number): Room {
  return {
    room: ends.high === undefined ? (told.room ?? usual) : inside(ends.high - here),
    behind: ends.low === undefined ? (told.behind ?? 0) : inside(here - ends.low),
  };
}

export interface Travel {
  low: number | null;
  high: number | null;
  least: number;
}

/** Why nothing can be begun in it; the server says the same. */
export function problemOf({ room, behind }: Room, travel: Travel, here: number, unit: string): string | null {
  if (room < 0 || behind < 0) return "The motor stands outside of these ends.";
  if (room + behind < travel.least)
    return `There is room for ${say(room + behind)} ${unit}; the signals need ${say(travel.least)}.`;
  if (travel.high !== null && here + room > travel.high)
    return `That is ${say(here + room - travel.high)} ${unit} beyond the travel limit of the drive.`;
  if (travel.low !== null && here - behind < travel.low)
    return `That is ${say(travel.low - here + behind)} ${unit} beyond the travel limit of the drive.`;
  return null;
}

export const say = (place: number) => place.toFixed(Math.abs(place) < 10 ? 2 : 1);
