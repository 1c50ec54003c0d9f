const AT_ONCE = 32_768

/** A file's bytes as base64, for sending in JSON. */
export async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let binary = ''
  for (let n = 0; n < bytes.length; n += AT_ONCE) {
    binary += String.fromCharCode(...bytes.subarray(n, n + AT_ONCE))
  }
  return btoa(binary)
}
