// Runs everything that must pass, in the order in which a failure is cheapest to find, and ends with one line of counts.
import { spawn, spawnSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { stripVTControlCharacters } from 'node:util'

const results = '.results'
rmSync(results, { recursive: true, force: true })
mkdirSync(results, { recursive: true })
// What runs for minutes and then ends gains nothing from code that is made better as it runs, nor from pages of code that are locked between.
process.env.DOTNET_TieredPGO = '0'
process.env.DOTNET_EnableWriteXorExecute = '0'
let passed = 0
let failed = 0
/** What failed, by name: said once more at the very end, where it is found. */
const broken = []

const run = (command, args, env = {}) => spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } }).status === 0

const running = new Set()
/** The same, beside others: what it says is kept, and said in one piece when it ends. */
const runBeside = (command, args, env = {}) =>
  new Promise((ended) => {
    const said = []
    const child = spawn(command, args, { env: { ...process.env, ...env } })
    running.add(child)
    child.stdout.on('data', (chunk) => said.push(chunk))
    child.stderr.on('data', (chunk) => said.push(chunk))
    child.on('error', (failed) => said.push(Buffer.from(`${failed}\n`)))
    child.on('close', (status) => {
      running.delete(child)
      process.stdout.write(Buffer.concat(said))
      console.log(`ended: ${command} ${args.slice(0, 6).join(' ')} (${at()})`)
      ended(status === 0)
    })
  })

/** How far into the whole run, in seconds: what it waits for is seen from the lines of any run. */
const at = () => `${Math.round(performance.now() / 1000)} s`

/** A check that either holds or does not. */
const check = (name, ok) => {
  console.log(`${ok ? 'ok' : 'FAILED'}: ${name} (${at()})`)
  if (ok) passed += 1
  else {
    failed += 1
    broken.push(name)
  }
  return ok
}

/** Adds up a suite's own counts; a suite that leaves none has failed. */
const count = (name, ok, read) => {
  try {
    const counts = read()
    passed += counts.passed
    failed += counts.failed
    broken.push(...(counts.broken ?? []))
    console.log(`${name}: ${counts.passed} passed, ${counts.failed} failed`)
    if (!ok && counts.failed === 0) check(`${name} ended well`, false)
    if (counts.passed + counts.failed === 0) check(`${name} ran something`, false)
  } catch (missing) {
    console.error(String(missing))
    check(`${name} left a report`, false)
  }
}
const json = (file) => JSON.parse(readFileSync(`${results}/${file}`, 'utf8'))
/** What a test said when it failed, under its name. */
const why = (name, message) =>
  `${name}\n    ${stripVTControlCharacters(String(message ?? ''))
    .slice(0, 600)
    .replaceAll('\n', '\n    ')}`
const finish = () => {
  for (const child of running) child.kill()
  for (const name of broken) console.log(`FAILED: ${name}`)
  console.log(`\n${passed} passed, ${failed} failed`)
  process.exit(failed === 0 ? 0 : 1)
}

/** Several, one after the other, beside others. */
const inTurn = async (...runs) => {
  const ended = []
  for (const one of runs) ended.push(await one())
  return ended
}
/** The compiler stays between projects, warm; it goes when the last one is compiled. */
process.env.UseSharedCompilation = 'true'
const build = (...what) => runBeside('dotnet', ['build', ...what, '--no-restore', '-c', 'Release', '-v', 'quiet'])
/** What the rest stands on: where it fails, no more is begun. */
const must = (name, ok) => check(name, ok) || finish()
// The pages need none of the rules, and the tests of the rules need no page; the browser is asked for long before it is wanted.
const browserThere = runBeside('bash', ['scripts/chromium.sh']).then((ok) => must('there is a browser', ok))
const bundled = (async () => {
  must('packages of the pages match their lock file', await runBeside('make', ['--no-print-directory', 'node_modules/.installed']))
  must('front end builds', await runBeside('npm', ['run', 'build', '--workspace', 'web']))
})()
const rules = (async () => {
  // The formatter is a tool of the repository's own.
  must('tools are restored', await runBeside('dotnet', ['tool', 'restore']))
  must('packages match their lock files', await runBeside('dotnet', ['restore', '--locked-mode', '-v', 'quiet']))
  for (const tests of ['tests/MuddyLedger.App.Tests', 'tests/MuddyLedger.Core.Tests'])
    must(`${tests} builds without a warning`, await build(tests))
})()

// What computes for minutes gains much from a larger nursery.
const short = { DOTNET_gcConcurrent: '0' }
// Nor does it run long loops in code that was only meant to start quickly.
const computes = { ...short, DOTNET_GCgen0size: '0x10000000', DOTNET_TC_QuickJitForLoops: '0' }
// A server that lives for some tests is not compiled a second time, for speed.
const serves = { ...short, DOTNET_TC_CallCountingDelayMs: '600000' }
const suite = (project, env, ...more) =>
  runBeside(
    'dotnet',
    [`tests/${project}/bin/Release/net10.0/${project}.dll`, '-result-ctrf', `${results}/${project}.ctrf.json`, '-noLogo', ...more],
    { MUDDY_LEDGER_SERVER: `${process.cwd()}/.app/MuddyLedger.Web.dll`, ...env },
  )
/** The rest is built, and what the API says of itself is what was committed: what reads those files waits for it. */
const whole = Promise.all([bundled, rules])
  .then(() => build())
  .then(
    (built) =>
      check('everything builds without a warning', built) &&
      check(
        'API description and its types are the committed ones',
        run('npm', ['run', '--silent', 'api', '--workspace', 'web']) && run('git', ['diff', '--exit-code', '--stat', '--', 'web/src/api']),
      ),
  )
/** The suite over HTTP runs what is published: the same assemblies, compiled ahead. */
const asPublished = () => {
  const own = 'tests/MuddyLedger.Web.Tests/bin/Release/net10.0'
  for (const file of readdirSync('.app').filter((name) => name.endsWith('.dll') && existsSync(`${own}/${name}`)))
    copyFileSync(`.app/${file}`, `${own}/${file}`)
}
// Three lines of work: what needs the server, as it is published; what needs the rules alone; and what needs none of them, which ends early.
// The largest suite takes all the cores that it can get: it comes when publishing is over.
const [[built, published, web], [formatted, app, core, , phone], [linted, browserLinted, unit]] = await Promise.all([
  inTurn(
    () => whole,
    () => runBeside('bash', ['scripts/publish.sh']),
    () => {
      asPublished()
      // A third thread: one of them mostly waits for a process that was killed.
      return suite('MuddyLedger.Web.Tests', serves, '-maxThreads', '3')
    },
  ),
  rules.then(() =>
    inTurn(
      () => runBeside('dotnet', ['csharpier', 'check', '.']),
      () => suite('MuddyLedger.App.Tests', computes),
      () => suite('MuddyLedger.Core.Tests', computes),
      () => whole,
      () => runBeside('bash', ['scripts/phone.sh']),
    ),
  ),
  bundled.then(() =>
    inTurn(
      () => runBeside('npm', ['run', '--silent', 'lint', '--workspace', 'web']),
      () => runBeside('npm', ['run', '--silent', 'lint', '--workspace', 'tests/e2e']),
      () =>
        runBeside('npm', [
          'run',
          '--silent',
          'test',
          '--workspace',
          'web',
          '--',
          '--reporter=default',
          '--reporter=json',
          `--outputFile.json=../${results}/vitest.json`,
        ]),
    ),
  ),
  browserThere,
])
run('dotnet', ['build-server', 'shutdown', '--vbcscompiler'])
check('the server is published', published)
check('the rules build for a browser, trimmed and without a warning', phone)
check('C# is formatted', formatted)
check('front end is linted and formatted', linted)
check('browser tests are formatted', browserLinted)
count('front end', unit, () => {
  const { numPassedTests, numFailedTests, testResults } = json('vitest.json')
  const broken = testResults.flatMap((file) => file.assertionResults).filter((test) => test.status === 'failed')
  return { passed: numPassedTests, failed: numFailedTests, broken: broken.map((test) => why(test.fullName, test.failureMessages?.[0])) }
})
for (const [project, ok] of Object.entries({
  'MuddyLedger.Core.Tests': core,
  'MuddyLedger.App.Tests': app,
  'MuddyLedger.Web.Tests': web,
})) {
  count(project, ok, () => {
    const { summary, tests } = json(`${project}.ctrf.json`).results
    const broken = tests.filter((test) => test.status === 'failed' || test.status === 'other')
    return {
      passed: summary.passed,
      failed: summary.failed + (summary.other ?? 0),
      broken: broken.map((test) => why(test.name, test.message)),
    }
  })
}
if (!built || !published) finish()

const browser = run('npm', ['run', '--silent', 'test', '--workspace', 'tests/e2e'], {
  PLAYWRIGHT_JSON_OUTPUT_NAME: `${process.cwd()}/${results}/playwright.json`,
  ...serves,
})
count('browser', browser, () => {
  const { stats, suites } = json('playwright.json')
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)]
  const broken = suites.flatMap(specs).filter((spec) => !spec.ok)
  return {
    passed: stats.expected,
    failed: stats.unexpected + stats.flaky,
    broken: broken.map((spec) =>
      why(`${spec.file}: ${spec.title}`, spec.tests.flatMap((test) => test.results.map((result) => result.error?.message)).find(Boolean)),
    ),
  }
})
finish()
