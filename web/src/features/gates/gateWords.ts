import type { GateAnswer, TagAnswer } from '@/api/client'

type Gate = NonNullable<GateAnswer['gate']>
type State = GateAnswer['state']

const open: Record<Gate, string> = { cranked: 'may be cranked', run: 'may be run', ridden: 'may be ridden' }
const shut: Record<Gate, string> = { cranked: 'may not be cranked', run: 'may not be run', ridden: 'may not be ridden' }
const unproven: Record<Gate, string> = { cranked: 'not proven to crank', run: 'not proven to run', ridden: 'not proven to ride' }

/** How a gate stands, in the same words on the bike, its tag, and the shed. */
export const gateWords = (gate: Gate, state: State) => ({ open, shut, 'not-proven': unproven })[state][gate]

/** The word on a tag; null where all its gates are open. */
export const tagGateWords = (tag: Pick<TagAnswer, 'gate' | 'gateState'>) => (tag.gate ? gateWords(tag.gate, tag.gateState) : null)
