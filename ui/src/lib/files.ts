const AT_ONCE = 32_768

/** A file's bytes as base64, for sending in JSON. */
export async function base64(file: Blob): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let binary = ''
  for (let n = 0; n < bytes.length; n += AT_ONCE) {
    binary += String.fromCharCode(...bytes.subarray(n, n + AT_ONCE))
  }
  return btoa(binary)
}

const MOST_SIDE_PX = 2000

/** A photo made smaller before it is sent; as it is where this browser cannot open it. */
export async function smallPhoto(file: File): Promise<Blob> {
  try {
    const picture = await createImageBitmap(file)
    const by = Math.min(1, MOST_SIDE_PX / Math.max(picture.width, picture.height))
    const canvas = document.createElement('canvas')
    canvas.width = Math.round(picture.width * by)
    canvas.height = Math.round(picture.height * by)
    canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
    picture.close()
    const small = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.85))
    return small ?? file
  } catch {
    return file
  }
}

/** Saves what is at an address as a file; done when the browser has it. */
export async function saved(address: string): Promise<void> {
  const response = await fetch(address)
  if (!response.ok) throw new Error(response.statusText)
  const named = /filename="([^"]+)"/.exec(response.headers.get('Content-Disposition') ?? '')
  const link = document.createElement('a')
  link.href = URL.createObjectURL(await response.blob())
  link.download = named?.[1] ?? ''
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}
