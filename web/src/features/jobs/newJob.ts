/** What a new job begins with: short, and already one that can be run. */
export const newJob = `id: my-job
title: My job
for: What it is for, in one sentence.
applies: {}
group: other
minutes: 20
provenance: owner
steps:
  - id: reading
    kind: reading
    title: Write down the meter
    text: Write down what the meter shows.

  - id: first
    kind: do
    title: The first thing
    text: Say what to do, one action.
    detail: How to do it well.
    why: Why it is done, shown on request.
    needs:
      - { tool: a spanner }

  - id: sign-off
    kind: sign-off
    title: Sign off
    text: Read what will be written, and sign it off.
    after: [first]
`
