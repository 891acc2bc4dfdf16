function secret() {
  const bytes = crypto.getRandomValues(new Uint8Array(24));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/**
 * The secret by which the server knows this tab and nobody else. It lives in memory alone: a page that is loaded anew, or a copy of the
 * tab, does not hold the reins that this one held.
 */
export const tab = secret();
