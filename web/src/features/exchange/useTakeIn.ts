import { onBeforeUnmount, ref } from 'vue'
import { answer, api, deviceName, Refusal } from '@/api/client'

export interface Taken {
  bikes: number
  entries: number
}

/**
 * Takes in a whole shed that another Muddy Ledger has written out: sent as it lies on the disk, with how far it has come, and to be
 * given up at any moment.
 */
export function useTakeIn() {
  const going = ref(false)
  const words = ref('')
  const share = ref<number | null>(null)
  let request: XMLHttpRequest | null = null
  let timer = 0

  const stages = {
    reading: 'Reading and judging it',
    proving: 'Trying every page of it',
    keeping: 'Putting it into the shed',
  }

  async function look(id: string) {
    try {
      const far = await answer(api.GET('/api/import/{id}', { params: { path: { id } } }))
      words.value = `${stages[far.stage]}: ${far.bikes} bikes, ${far.entries} lines${far.photos ? `, ${far.photos} photos` : ''}${far.pages ? `, ${far.pages} pages answer` : ''}`
      if (far.stage !== 'reading') share.value = null
    } catch {
      // Not begun, or done: the answer to the request itself says which.
    }
  }

  function takeIn(id: string, file: File): Promise<Taken> {
    going.value = true
    words.value = 'Sending it'
    share.value = 0
    timer = window.setInterval(() => void look(id), 700)
    return new Promise<Taken>((done, fail) => {
      request = new XMLHttpRequest()
      request.open('POST', `/api/import?id=${id}`)
      request.setRequestHeader('Content-Type', 'application/json')
      request.setRequestHeader('Device', encodeURIComponent(deviceName()))
      request.upload.onprogress = (event) => (share.value = event.lengthComputable ? event.loaded / event.total : null)
      request.responseType = 'json'
      request.onload = () => {
        const { status, response } = request!
        if (status === 200 && response) done(response as Taken)
        else fail(new Refusal(status, response?.detail ?? 'This file cannot be read.', response?.errors ?? {}))
      }
      request.onerror = () => fail(new Refusal(0, 'The server does not answer. Nothing was taken in.'))
      request.onabort = () => fail(new Refusal(0, 'Given up. Nothing was taken in.'))
      request.send(file)
    }).finally(stop)
  }

  function stop() {
    window.clearInterval(timer)
    going.value = false
    request = null
  }

  const giveUp = () => request?.abort()
  onBeforeUnmount(giveUp)

  return { takeIn, giveUp, going, words, share }
}
