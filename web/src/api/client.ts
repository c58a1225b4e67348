import createClient from 'openapi-fetch'
import { v7 } from 'uuid'
import type { components, paths } from './schema'

type Schemas = components['schemas']
export type Shown = Schemas['Shown']
export type ShedAnswer = Schemas['ShedAnswer']
export type TagAnswer = Schemas['TagAnswer']
export type BikeAnswer = Schemas['BikeAnswer']
export type TaskAnswer = Schemas['TaskAnswer']
export type BecauseAnswer = Schemas['BecauseAnswer']
export type LimitAnswer = Schemas['LimitAnswer']
export type ReservoirAnswer = Schemas['ReservoirAnswer']
export type FindingAnswer = Schemas['FindingAnswer']
export type RunAnswer = Schemas['RunAnswer']
export type StepAnswer = Schemas['StepAnswer']
export type ActRequest = Schemas['ActRequest']
export type RideRequest = Schemas['RideRequest']
export type RecordRequest = Schemas['RecordRequest']
export type EntryAnswer = Schemas['EntryAnswer']
export type GateAnswer = Schemas['GateAnswer']
export type GateReason = Schemas['GateReasonAnswer']
export type Figure = Schemas['Figure']
export type BookAnswer = Schemas['BookAnswer']
export type ProfileForm = Schemas['ProfileForm']
export type FigureCard = Schemas['FigureCardAnswer']
export type QuestionSection = Schemas['QuestionSection']
export type SetAnswer = Schemas['SetAnswer']
export type KindAnswers = Schemas['KindAnswers']
export type FluidsAnswer = Schemas['FluidsAnswer']
export type PartsAnswer = Schemas['PartsAnswer']
export type ShelfAnswer = Schemas['ShelfAnswer']
export type SettingsAnswer = Schemas['SettingsAnswer']
export type ViewingAnswer = Schemas['ViewingAnswer']
export type ViewingSummary = Schemas['ViewingSummary']
export type ViewingForm = Schemas['ViewingForm']
export type ViewingActRequest = Schemas['ViewingActRequest']
export type PointAnswer = Schemas['PointAnswer']
export type PriceAnswer = Schemas['PriceAnswer']
export type NextAnswer = Schemas['NextAnswer']
export type Provenance = Schemas['ShownProvenance']
export type WearAnswer = Schemas['WearAnswer']
export type WearLine = Schemas['WearLineAnswer']
export type WearSeries = Schemas['WearSeriesAnswer']
export type ValvesAnswer = Schemas['ValvesAnswer']
export type ValveAnswer = Schemas['ValveAnswer']
export type ShimPlan = Schemas['ShimPlanAnswer']
export type LastsAnswer = Schemas['LastsAnswer']
export type TripLine = Schemas['TripLineAnswer']

/** What the server says when it refuses: words for the owner, by field where a field is to blame. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly fields: Record<string, string> = {},
    readonly current?: unknown,
    /** What the owner may say to have it done all the same. */
    readonly ask?: 'new-epoch' | 'confirm' | 'despite',
  ) {
    super(message)
  }

  /** Whatever went wrong, as a refusal. */
  static from(failed: unknown): Refusal {
    return failed instanceof Refusal ? failed : new Refusal(0, String(failed))
  }

  /** The words for one field, as they stand under it. */
  of(field: string) {
    const words = this.fields[field]
    return words ? words.charAt(0).toUpperCase() + words.slice(1) : undefined
  }
}

const deviceKey = 'muddy-ledger-device'

export const deviceName = () =>
  localStorage.getItem(deviceKey) ?? (matchMedia('(pointer: coarse)').matches ? 'phone' : 'computer')

export const nameDevice = (name: string) => localStorage.setItem(deviceKey, name)

/** Which mark this reader sets before decimals: what is typed is read by it, on the server. */
const decimalMark =
  new Intl.NumberFormat().formatToParts(1.5).find((part) => part.type === 'decimal')?.value === ',' ? 'comma' : 'point'

/**
 * A whole number for a field that wants one. What is none is sent as it was typed, so that the server says so: a field that cannot be
 * read never becomes a zero.
 */
export const whole = (text: string | number): number =>
  /^\s*\d+\s*$/.test(String(text)) ? Number(text) : (String(text) as unknown as number)

export const api = createClient<paths>({ baseUrl: '/' })

api.use({
  onRequest({ request }) {
    request.headers.set('Device', encodeURIComponent(deviceName()).slice(0, 40))
    request.headers.set('Decimal-Mark', decimalMark)
    return request
  },
})

/** A new id for a write. Kept until the write is acknowledged, so that trying again changes nothing twice. */
export const newId = () => v7()

interface Problem {
  detail?: string
  title?: string
  errors?: Record<string, string>
  current?: unknown
  ask?: Refusal['ask']
}

/** The answer, or a Refusal. */
export async function answer<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let result
  try {
    result = await call
  } catch {
    throw new Refusal(0, 'The shed server does not answer. What you typed is still here: try again when it is back.')
  }
  if (result.data !== undefined) return result.data
  const problem = (typeof result.error === 'object' && result.error !== null ? result.error : {}) as Problem
  throw new Refusal(
    result.response.status,
    problem.detail ?? problem.title ?? 'That did not work.',
    problem.errors,
    problem.current,
    problem.ask,
  )
}
