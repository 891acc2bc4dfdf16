import { describe, expect, it } from "vitest";
import { base64 } from "../parts/readFile";

const back = async (bytes: Uint8Array<ArrayBuffer>) =>
  Uint8Array.from(atob(await base64(new Blob([bytes]))), (char) => char.charCodeAt(0));

describe("a file for the API", () => {
  it("keeps every byte, whatever it is", async () => {
    const bytes = Uint8Array.from({ length: 256 }, (_, n) => n);
    expect(await back(bytes)).toEqual(bytes);
  });

  it("keeps a file that is longer than one piece, and an empty one", async () => {
    const long = Uint8Array.from({ length: 0x8000 * 2 + 17 }, (_, n) => n % 251);
    expect(await back(long)).toEqual(long);
    expect(await base64(new Blob([]))).toBe("");
  });
});
