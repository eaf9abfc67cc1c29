import { newId } from '@/ui/primitives'
import { makeRoom, problemText, request } from '@/ui/room'

/** Larger than this on its longer side a picture of the bench shows nothing more. */
const LONGEST_px = 1600
const QUALITY = 0.82

export interface Snapshot {
  /** Its name in the logbook: 32 hexadecimal digits. */
  readonly id: string
  readonly data: string
}

/** Made small and drawn anew, so that nothing of the file it came in but the picture is left. */
export async function takeSnapshot(file: Blob): Promise<Snapshot> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_px / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  const url = canvas.toDataURL('image/jpeg', QUALITY)
  return { id: newId().replaceAll('-', ''), data: url.slice(url.indexOf(',') + 1) }
}

const STORE = 'glad-rafter-photos'

/** The browser's own store, for pictures that wait: they are too large for the other one. */
function opened(): Promise<IDBDatabase> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open(STORE, 1)
    opening.onupgradeneeded = () => void opening.result.createObjectStore('waiting')
    opening.onsuccess = () => resolve(opening.result)
    opening.onerror = () => reject(new Error('this browser keeps no pictures'))
  })
}

async function within<T>(mode: IDBTransactionMode, work: (store: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const db = await opened()
  try {
    return await new Promise<T>((resolve, reject) => {
      const asked = work(db.transaction('waiting', mode).objectStore('waiting'))
      const { transaction } = asked
      // Full, it takes the picture first and lets it go again: only what is committed is kept.
      if (transaction) transaction.onabort = () => reject(new Error('this browser has no room for pictures'))
      if (mode === 'readonly' || !transaction) asked.onsuccess = () => resolve(asked.result)
      else transaction.oncomplete = () => resolve(asked.result)
      asked.onerror = () => reject(new Error('this browser keeps no pictures'))
    })
  } finally {
    db.close()
  }
}

const keyOf = (plan: string, id: string) => `${plan}/${id}`

/** Keeps a picture until the server has it; it counts from now on. Where the browser has no room it goes to the server at once. Comes back with what is wrong, or null. */
export async function keepSnapshot(plan: string, snapshot: Snapshot): Promise<string | null> {
  const put = () =>
    within('readwrite', (store) => store.put(snapshot.data, keyOf(plan, snapshot.id))).then(
      () => true,
      () => false,
    )
  if (await put()) return null
  await makeRoom()
  if (await put()) return null
  const { status, body } = await sendSnapshot(plan, snapshot)
  if (status === 201) return null
  return `it is not kept: this browser has no room for it, and ${status === 0 ? 'the server does not answer' : problemText(body)}`
}

const sendSnapshot = (plan: string, { id, data }: Snapshot) =>
  request<object>('POST', `/api/plans/${plan}/photos`, { id, data })

/** One that waits, to be shown while the server is away; null where none of the name does. */
export async function waitingSnapshot(plan: string, id: string): Promise<string | null> {
  const data = await within<unknown>('readonly', (store) => store.get(keyOf(plan, id))).catch(() => null)
  return typeof data === 'string' ? data : null
}

/** Sends what waits, of this plan. Returns how many still do. */
export async function sendSnapshots(
  plan: string,
): Promise<{ readonly waiting: number; readonly refused: string | null }> {
  const keys = await within('readonly', (store) => store.getAllKeys()).catch(() => [] as IDBValidKey[])
  let waiting = 0
  let refused: string | null = null
  for (const key of keys.map(String).filter((each) => each.startsWith(`${plan}/`))) {
    const id = key.slice(plan.length + 1)
    const data = await waitingSnapshot(plan, id)
    if (data === null) continue
    const { status, body } = await sendSnapshot(plan, { id, data })
    if (status === 201) await within('readwrite', (store) => store.delete(key))
    else {
      waiting += 1
      if (status === 422) refused = body.error?.issues[0]?.message ?? body.error?.message ?? null
    }
  }
  return { waiting, refused }
}
