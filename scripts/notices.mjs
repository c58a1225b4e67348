// Writes the notices of everything by others that ships with the application: fonts, icons, scripts, libraries. Made at build from the
// packages themselves, so that it cannot be out of date. Usage: node scripts/notices.mjs <output folder of the server>
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const out = process.argv[2]
const licenceIn = (folder) => {
  const files = existsSync(folder) ? readdirSync(folder, { withFileTypes: true }).filter((one) => one.isFile()) : []
  const name = files.map((one) => one.name).find((file) => /^(licen[sc]e|copying|ofl)(\.(md|txt))?$/i.test(file))
  return name ? readFileSync(join(folder, name), 'utf8').trim() : ''
}

/** What the page's scripts, styles and fonts are made of: the packages that are not only for building. */
function pagePackages() {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
  return Object.entries(lock.packages)
    .filter(([path, one]) => path.startsWith('node_modules/') && !one.dev && !one.link && !one.optional && !one.peer)
    .map(([path, one]) => ({
      name: path.slice('node_modules/'.length),
      version: one.version,
      licence: one.license ?? '',
      text: licenceIn(join(root, path)),
    }))
}

/** What lies beside the server: the packages that its own list of libraries names. */
function serverPackages() {
  const list = JSON.parse(readFileSync(join(out, 'MuddyLedger.Web.deps.json'), 'utf8'))
  const folders = Object.keys(JSON.parse(readFileSync(join(root, 'src/MuddyLedger.Web/obj/project.assets.json'), 'utf8')).packageFolders)
  return Object.entries(list.libraries)
    .filter(([, one]) => one.type === 'package')
    .map(([key, one]) => {
      const [name, version] = key.split('/')
      const folder = folders.map((at) => join(at, one.path)).find(existsSync)
      const spec = folder ? readFileSync(join(folder, readdirSync(folder).find((file) => file.endsWith('.nuspec'))), 'utf8') : ''
      const of = (tag) => spec.match(new RegExp(`<${tag}[^>]*>([^<]*)</${tag}>`))?.[1].trim() ?? ''
      return { name, version, licence: of('license') || of('licenseUrl'), text: [of('copyright'), folder ? licenceIn(folder) : ''].filter(Boolean).join('\n\n') }
    })
}

const all = [...pagePackages(), ...serverPackages()].sort((a, b) => a.name.localeCompare(b.name, 'en'))
const bare = all.filter((one) => !one.licence && !one.text)
if (bare.length) throw new Error(`No licence is known of ${bare.map((one) => one.name).join(', ')}`)
const words = [
  'Muddy Ledger is made with what these people have given. Each is theirs, under the licence that stands with it.',
  ...all.map((one) => `${'-'.repeat(72)}\n${one.name} ${one.version}\nLicence: ${one.licence}${one.text ? `\n\n${one.text}` : ''}`),
].join('\n\n')
mkdirSync(join(out, 'wwwroot'), { recursive: true })
writeFileSync(join(out, 'wwwroot/notices.txt'), `${words}\n`)
