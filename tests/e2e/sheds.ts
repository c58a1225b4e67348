import { spawn } from 'node:child_process'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { addressIn } from './shed'

const root = new URL('../../', import.meta.url).pathname
const program = join(root, 'tests/MuddyLedger.Sheds/bin/Release/net10.0/MuddyLedger.Sheds.dll')

/** One process for the servers of all tests, made of the published server's files. */
export default async function start() {
  const folder = mkdtempSync(join(tmpdir(), 'muddy-sheds-'))
  cpSync(join(root, '.app'), folder, { recursive: true })
  cpSync(program, join(folder, basename(program)))
  const own = (file: string) => join(folder, `MuddyLedger.Web.${file}.json`)
  const sheds = spawn(
    'dotnet',
    ['exec', '--depsfile', own('deps'), '--runtimeconfig', own('runtimeconfig'), join(folder, basename(program))],
    { env: { ...process.env, TZ: 'UTC' } },
  )
  process.env['MUDDY_LEDGER_SHEDS'] = await addressIn(sheds)
  return async () => {
    const ended = new Promise((gone) => sheds.once('exit', gone))
    sheds.stdin.end()
    await ended
    rmSync(folder, { recursive: true, force: true })
  }
}
