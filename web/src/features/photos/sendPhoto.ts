import { answer, api, Refusal } from '@/api/client'

const kinds = ['image/jpeg', 'image/png', 'image/webp']
export const photoKinds = kinds.join(',')
const largest = 15 * 1024 * 1024

/** What the server would refuse anyway, said before a large file is sent over a poor line. */
function judge(file: File) {
  if (!kinds.includes(file.type)) throw new Refusal(0, 'A photo must be a JPEG, PNG or WebP file.')
  if (file.size > largest) throw new Refusal(0, 'A photo may be at most 15 MB. Send it smaller.')
}

// The picture itself is the body; the generated types know a body of bytes only as text.
const asItIs = (file: File) => ({
  body: file as unknown as string,
  bodySerializer: (body: unknown) => body as BodyInit,
  headers: { 'Content-Type': file.type },
})

export async function sendToPoint(viewing: string, point: string, photo: string, file: File) {
  judge(file)
  return answer(
    api.PUT('/api/viewings/{viewing}/points/{point}/photos/{photo}', {
      params: { path: { viewing, point, photo } },
      ...asItIs(file),
    }),
  )
}

export async function sendToBook(bike: string, photo: string, about: string, file: File) {
  judge(file)
  return answer(
    api.PUT('/api/bikes/{bike}/photos/{photo}', {
      params: { path: { bike, photo }, query: { about: about || undefined } },
      ...asItIs(file),
    }),
  )
}
