/** The bytes of a file in Base64, as the API takes them. */
export async function base64(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  let text = "";
  const piece = 0x8000;
  for (let at = 0; at < bytes.length; at += piece) text += String.fromCharCode(...bytes.subarray(at, at + piece));
  return btoa(text);
}
