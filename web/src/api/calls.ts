import type { FetchOptions } from 'openapi-fetch'
import { client, data } from './client'
import type { paths } from './schema'

/** What a call takes beside its path: nothing where the operation asks for nothing. */
type Operation<M extends string, P extends keyof paths> = M extends keyof paths[P] ? paths[P][M] : never
type Asked<T> = FetchOptions<T>
type Init<M extends string, P extends keyof paths> =
  object extends Asked<Operation<M, P>> ? [init?: Asked<Operation<M, P>>] : [init: Asked<Operation<M, P>>]

/** Every question the screens ask of the server, by what it asks. An answer, or an ApiError. */
export const api = {
  /** Everything the drawer shows for a draft; nothing is kept. */
  accounts: (...init: Init<'post', '/api/bench'>) => data(client.POST('/api/bench', ...init)),
  /** What browning leaves, what to add back, and where to cool it. */
  browned: (...init: Init<'post', '/api/butter/browned'>) =>
    data(client.POST('/api/butter/browned', ...init)),
  /** How long a form takes from where it is, beside the other forms, and how long to firm it up again. */
  butterClock: (...init: Init<'post', '/api/butter/clock'>) =>
    data(client.POST('/api/butter/clock', ...init)),
  /** Air against minutes, a weighed cup, and what it does to the forecast. */
  cream: (...init: Init<'post', '/api/butter/cream'>) => data(client.POST('/api/butter/cream', ...init)),
  /** Where the dough will come out, or what one part has to be for it to come out as wanted. */
  doughTemperature: (...init: Init<'post', '/api/butter/dough'>) =>
    data(client.POST('/api/butter/dough', ...init)),
  /** Kinds of mixer, with what this kitchen has learned of their heat. */
  mixers: (...init: Init<'get', '/api/butter/mixers'>) => data(client.GET('/api/butter/mixers', ...init)),
  /** Teach a mixer's heat by one reading. */
  noteMixer: (...init: Init<'post', '/api/butter/mixers'>) =>
    data(client.POST('/api/butter/mixers', ...init)),
  /** The schools of making this dough: order and end points, and what the forecast does when one is taken. */
  mixing: (...init: Init<'post', '/api/butter/mixing'>) => data(client.POST('/api/butter/mixing', ...init)),
  /** What a reading would do to the forecast; taking it over is an edit of the draft. */
  withReading: (...init: Init<'post', '/api/butter/reading'>) =>
    data(client.POST('/api/butter/reading', ...init)),
  /** How long for what, where, and past when it is not used. */
  rest: (...init: Init<'post', '/api/butter/rest'>) => data(client.POST('/api/butter/rest', ...init)),
  /** The temperature strip of a draft: feels, solid fat, the zone its method wants, what being off costs. */
  butterStrip: (...init: Init<'post', '/api/butter/strip'>) =>
    data(client.POST('/api/butter/strip', ...init)),
  /** The doughs on the shelf, in the order they were put there. */
  shelf: (...init: Init<'get', '/api/doughs'>) => data(client.GET('/api/doughs', ...init)),
  /** A new dough from the base ratio, a style, a recipe that was looked through, any version, or an empty page. */
  createDough: (...init: Init<'post', '/api/doughs'>) => data(client.POST('/api/doughs', ...init)),
  /** Work out a target from what was typed; nothing is saved. */
  editTarget: (...init: Init<'post', '/api/doughs/target-edit'>) =>
    data(client.POST('/api/doughs/target-edit', ...init)),
  /** Take a dough off the shelf; it can be put back. */
  deleteDough: (...init: Init<'delete', '/api/doughs/{dough_id}'>) =>
    data(client.DELETE('/api/doughs/{dough_id}', ...init)),
  /** One dough with its draft, target and list of versions. */
  dough: (...init: Init<'get', '/api/doughs/{dough_id}'>) =>
    data(client.GET('/api/doughs/{dough_id}', ...init)),
  /** All bakes, newest first, each compared with the target and its own forecast. */
  bakes: (...init: Init<'get', '/api/doughs/{dough_id}/bakes'>) =>
    data(client.GET('/api/doughs/{dough_id}/bakes', ...init)),
  /** Log a bake; the same key twice logs it once. */
  logBake: (...init: Init<'post', '/api/doughs/{dough_id}/bakes'>) =>
    data(client.POST('/api/doughs/{dough_id}/bakes', ...init)),
  /** Why a bake missed its target, cause by cause. */
  diagnosis: (...init: Init<'get', '/api/doughs/{dough_id}/bakes/{bake_id}/diagnosis'>) =>
    data(client.GET('/api/doughs/{dough_id}/bakes/{bake_id}/diagnosis', ...init)),
  /** The butter last taken out for a dough, its readings, and where it stands now. */
  butterOut: (...init: Init<'get', '/api/doughs/{dough_id}/butter'>) =>
    data(client.GET('/api/doughs/{dough_id}/butter', ...init)),
  /** Butter is out: from now on its clock runs. */
  takeButterOut: (...init: Init<'post', '/api/doughs/{dough_id}/butter'>) =>
    data(client.POST('/api/doughs/{dough_id}/butter', ...init)),
  /** A reading: the clock goes on from it. */
  readButter: (...init: Init<'post', '/api/doughs/{dough_id}/butter/reading'>) =>
    data(client.POST('/api/doughs/{dough_id}/butter/reading', ...init)),
  /** Bakes of one dough beside one another and the target. */
  compareBakes: (...init: Init<'post', '/api/doughs/{dough_id}/compare'>) =>
    data(client.POST('/api/doughs/{dough_id}/compare', ...init)),
  /** Keep the dough as it stands, with its swaps made, as a diet version that follows it. */
  makeDietVersion: (...init: Init<'post', '/api/doughs/{dough_id}/diet-versions'>) =>
    data(client.POST('/api/doughs/{dough_id}/diet-versions', ...init)),
  /** Save name, style, target and draft; 409 with what is there now when the revision is stale. */
  saveDraft: (...init: Init<'put', '/api/doughs/{dough_id}/draft'>) =>
    data(client.PUT('/api/doughs/{dough_id}/draft', ...init)),
  /** What this dough follows and would follow, and its diet versions. */
  family: (...init: Init<'get', '/api/doughs/{dough_id}/family'>) =>
    data(client.GET('/api/doughs/{dough_id}/family', ...init)),
  /** Take over what the parent changed. */
  follow: (...init: Init<'post', '/api/doughs/{dough_id}/follow'>) =>
    data(client.POST('/api/doughs/{dough_id}/follow', ...init)),
  /** Allergens, ingredient list, nutrition and notices of the draft's finished piece. */
  label: (...init: Init<'get', '/api/doughs/{dough_id}/label'>) =>
    data(client.GET('/api/doughs/{dough_id}/label', ...init)),
  /** Tick what a supplier's label says an ingredient may contain; it counts for every dough of the kitchen. */
  readLabel: (...init: Init<'post', '/api/doughs/{dough_id}/label'>) =>
    data(client.POST('/api/doughs/{dough_id}/label', ...init)),
  /** Every version, oldest first, with what it did. */
  lineage: (...init: Init<'get', '/api/doughs/{dough_id}/lineage'>) =>
    data(client.GET('/api/doughs/{dough_id}/lineage', ...init)),
  /** Take a picture in: re-encoded, measured. The same key twice adds it once. */
  addPhoto: (...init: Init<'post', '/api/doughs/{dough_id}/photos'>) =>
    data(client.POST('/api/doughs/{dough_id}/photos', ...init)),
  /** A picture from the simulated camera of what the draft would bake. */
  simulatePhoto: (...init: Init<'post', '/api/doughs/{dough_id}/photos/simulated'>) =>
    data(client.POST('/api/doughs/{dough_id}/photos/simulated', ...init)),
  /** Put a deleted dough back on the shelf. */
  restoreDough: (...init: Init<'post', '/api/doughs/{dough_id}/restore'>) =>
    data(client.POST('/api/doughs/{dough_id}/restore', ...init)),
  /** What could be varied in the draft, and the series there are, newest first. */
  series: (...init: Init<'get', '/api/doughs/{dough_id}/series'>) =>
    data(client.GET('/api/doughs/{dough_id}/series', ...init)),
  /** Keep a plan, with the draft it starts from. */
  keepPlan: (...init: Init<'post', '/api/doughs/{dough_id}/series'>) =>
    data(client.POST('/api/doughs/{dough_id}/series', ...init)),
  /** What a delivery's ingredient cost before and after it. */
  lotPrices: (...init: Init<'get', '/api/kitchen/furnishing/lots/{thing_id}/prices'>) =>
    data(client.GET('/api/kitchen/furnishing/lots/{thing_id}/prices', ...init)),
  /** Versions, bakes and panels that hold every word typed. */
  find: (...init: Init<'get', '/api/find'>) => data(client.GET('/api/find', ...init)),
  /** How often a plan would see a difference. */
  planPower: (...init: Init<'post', '/api/doughs/{dough_id}/series/plan/power'>) =>
    data(client.POST('/api/doughs/{dough_id}/series/plan/power', ...init)),
  /** A plan looked at, not kept. */
  tryPlan: (...init: Init<'post', '/api/doughs/{dough_id}/series/plan'>) =>
    data(client.POST('/api/doughs/{dough_id}/series/plan', ...init)),
  /** How many trays of each level it takes to see a difference, by this kitchen's scatter at the draft's size. */
  power: (...init: Init<'get', '/api/doughs/{dough_id}/series/power/{key}'>) =>
    data(client.GET('/api/doughs/{dough_id}/series/power/{key}', ...init)),
  /** The bench sheet of the draft. */
  benchSheet: (...init: Init<'get', '/api/doughs/{dough_id}/sheet'>) =>
    data(client.GET('/api/doughs/{dough_id}/sheet', ...init)),
  /** A card for people, of the draft or a kept version. */
  card: (...init: Init<'get', '/api/doughs/{dough_id}/card'>) =>
    data(client.GET('/api/doughs/{dough_id}/card', ...init)),
  /** The batch sheet of a production of so many pieces. */
  batchSheet: (...init: Init<'get', '/api/doughs/{dough_id}/batch-sheet'>) =>
    data(client.GET('/api/doughs/{dough_id}/batch-sheet', ...init)),
  /** Where the measured bakes stand on the texture map, oldest first; those without height or texture are left out. */
  trail: (...init: Init<'get', '/api/doughs/{dough_id}/trail'>) =>
    data(client.GET('/api/doughs/{dough_id}/trail', ...init)),
  /** Keep the draft as the next numbered version. */
  keepVersion: (...init: Init<'post', '/api/doughs/{dough_id}/versions'>) =>
    data(client.POST('/api/doughs/{dough_id}/versions', ...init)),
  /** The formula and process of one frozen version. */
  version: (...init: Init<'get', '/api/doughs/{dough_id}/versions/{number}'>) =>
    data(client.GET('/api/doughs/{dough_id}/versions/{number}', ...init)),
  /** Make a version the draft again and go on from it. */
  returnToVersion: (...init: Init<'post', '/api/doughs/{dough_id}/versions/{number}/return'>) =>
    data(client.POST('/api/doughs/{dough_id}/versions/{number}/return', ...init)),
  /** The draft as a file of an open format, with what that format cannot hold. */
  written: (...init: Init<'get', '/api/doughs/{dough_id}/write/{kind}'>) =>
    data(client.GET('/api/doughs/{dough_id}/write/{kind}', ...init)),
  /** The kitchen with its ovens and trays. */
  kitchen: (...init: Init<'get', '/api/kitchen'>) => data(client.GET('/api/kitchen', ...init)),
  /** All the kitchen has, with what is asked of each kind. */
  furnished: (...init: Init<'get', '/api/kitchen/furnishing'>) =>
    data(client.GET('/api/kitchen/furnishing', ...init)),
  /** Change the kitchen itself: name, region, room, how figures are written. */
  changeKitchen: (...init: Init<'put', '/api/kitchen/furnishing/kitchen'>) =>
    data(client.PUT('/api/kitchen/furnishing/kitchen', ...init)),
  /** The first sheet: all of it or nothing. */
  furnishFirst: (...init: Init<'post', '/api/kitchen/furnishing/first'>) =>
    data(client.POST('/api/kitchen/furnishing/first', ...init)),
  /** What a delivery does to each dough on the shelf, and the change that holds its cookie. */
  delivered: (...init: Init<'get', '/api/kitchen/furnishing/lots/{thing_id}/doughs'>) =>
    data(client.GET('/api/kitchen/furnishing/lots/{thing_id}/doughs', ...init)),
  /** Put a thing into the kitchen. */
  makeThing: (...init: Init<'post', '/api/kitchen/furnishing/{kind}'>) =>
    data(client.POST('/api/kitchen/furnishing/{kind}', ...init)),
  /** Change a thing; refused when someone else changed it meanwhile. */
  changeThing: (...init: Init<'put', '/api/kitchen/furnishing/{kind}/{thing_id}'>) =>
    data(client.PUT('/api/kitchen/furnishing/{kind}/{thing_id}', ...init)),
  /** Take a thing out of use, or bring it back. */
  retireThing: (...init: Init<'post', '/api/kitchen/furnishing/{kind}/{thing_id}/retire'>) =>
    data(client.POST('/api/kitchen/furnishing/{kind}/{thing_id}/retire', ...init)),
  /** Put a thing back as it was before a write. */
  takeBack: (...init: Init<'post', '/api/kitchen/furnishing/events/{event_id}/take-back'>) =>
    data(client.POST('/api/kitchen/furnishing/events/{event_id}/take-back', ...init)),
  /** Work out an oven's offset from a thermometer's readings, and keep it. */
  testOven: (...init: Init<'post', '/api/kitchen/furnishing/ovens/{thing_id}/test'>) =>
    data(client.POST('/api/kitchen/furnishing/ovens/{thing_id}/test', ...init)),
  /** A check weight on a scale: whether it holds. */
  checkScale: (...init: Init<'post', '/api/kitchen/furnishing/scales/{thing_id}/check'>) =>
    data(client.POST('/api/kitchen/furnishing/scales/{thing_id}/check', ...init)),
  /** The backups there are, newest first. */
  backups: (...init: Init<'get', '/api/kitchen/backups'>) =>
    data(client.GET('/api/kitchen/backups', ...init)),
  /** Write the whole kitchen to a file now. */
  backUp: (...init: Init<'post', '/api/kitchen/backups'>) =>
    data(client.POST('/api/kitchen/backups', ...init)),
  /** Version, disk, last backup, what was slow. */
  health: (...init: Init<'get', '/api/kitchen/health'>) => data(client.GET('/api/kitchen/health', ...init)),
  /** What photographed trays say of an oven. */
  ovenMaps: (...init: Init<'get', '/api/ovens/{oven_id}/map'>) =>
    data(client.GET('/api/ovens/{oven_id}/map', ...init)),
  /** Map a shelf by a photo of a whole tray. */
  addTray: (...init: Init<'post', '/api/ovens/{oven_id}/trays'>) =>
    data(client.POST('/api/ovens/{oven_id}/trays', ...init)),
  /** Map a shelf by the simulated camera. */
  simulateTray: (...init: Init<'post', '/api/ovens/{oven_id}/trays/simulated'>) =>
    data(client.POST('/api/ovens/{oven_id}/trays/simulated', ...init)),
  /** Leave a tray out of the map, or count it again. */
  leaveTrayOut: (...init: Init<'put', '/api/ovens/{oven_id}/trays/{tray_id}'>) =>
    data(client.PUT('/api/ovens/{oven_id}/trays/{tray_id}', ...init)),
  /** Offer an own ingredient no more, or again. */
  retireOwn: (...init: Init<'post', '/api/pantry/{key}/retire'>) =>
    data(client.POST('/api/pantry/{key}/retire', ...init)),
  /** All doughs on the shelf by name. */
  doughNames: (...init: Init<'get', '/api/doughs/names'>) => data(client.GET('/api/doughs/names', ...init)),
  /** The doughs off the shelf. */
  bin: (...init: Init<'get', '/api/doughs/bin'>) => data(client.GET('/api/doughs/bin', ...init)),
  /** The text a dough was read from. */
  recipeKept: (...init: Init<'get', '/api/doughs/{dough_id}/recipe'>) =>
    data(client.GET('/api/doughs/{dough_id}/recipe', ...init)),
  /** Drafts as they were between versions. */
  keptDrafts: (...init: Init<'get', '/api/doughs/{dough_id}/kept-drafts'>) =>
    data(client.GET('/api/doughs/{dough_id}/kept-drafts', ...init)),
  /** One of them, to look at. */
  keptDraft: (...init: Init<'get', '/api/doughs/{dough_id}/kept-drafts/{kept_id}'>) =>
    data(client.GET('/api/doughs/{dough_id}/kept-drafts/{kept_id}', ...init)),
  /** Make a kept draft the draft again. */
  returnToDraft: (...init: Init<'post', '/api/doughs/{dough_id}/kept-drafts/{kept_id}/return'>) =>
    data(client.POST('/api/doughs/{dough_id}/kept-drafts/{kept_id}/return', ...init)),
  /** Who did what, a page at a time. */
  journal: (...init: Init<'get', '/api/kitchen/journal'>) =>
    data(client.GET('/api/kitchen/journal', ...init)),
  /** Who works here, and the links that wait. */
  people: (...init: Init<'get', '/api/kitchen/people'>) => data(client.GET('/api/kitchen/people', ...init)),
  /** Make a link by which someone joins. */
  invite: (...init: Init<'post', '/api/kitchen/people/invites'>) =>
    data(client.POST('/api/kitchen/people/invites', ...init)),
  /** Make a link worthless. */
  withdrawInvite: (...init: Init<'delete', '/api/kitchen/people/invites/{invite_id}'>) =>
    data(client.DELETE('/api/kitchen/people/invites/{invite_id}', ...init)),
  /** What a link is for. */
  lookAtLink: (...init: Init<'post', '/api/kitchen/people/links/look'>) =>
    data(client.POST('/api/kitchen/people/links/look', ...init)),
  /** Join, or set a new password, by a link; signs in. */
  takeUpLink: (...init: Init<'post', '/api/kitchen/people/links'>) =>
    data(client.POST('/api/kitchen/people/links', ...init)),
  /** Change what a member may do. */
  changeRole: (...init: Init<'put', '/api/kitchen/people/{member_id}/role'>) =>
    data(client.PUT('/api/kitchen/people/{member_id}/role', ...init)),
  /** Take someone off the list, or let them in again. */
  takeOffList: (...init: Init<'post', '/api/kitchen/people/{member_id}/off'>) =>
    data(client.POST('/api/kitchen/people/{member_id}/off', ...init)),
  /** End a member's password and make a link by which they set a new one. */
  resetPassword: (...init: Init<'post', '/api/kitchen/people/{member_id}/reset'>) =>
    data(client.POST('/api/kitchen/people/{member_id}/reset', ...init)),
  /** Change one's own password. */
  changePassword: (...init: Init<'put', '/api/kitchen/people/me/password'>) =>
    data(client.PUT('/api/kitchen/people/me/password', ...init)),
  /** Put a hint away for oneself, or bring all of them back. */
  putAway: (...init: Init<'put', '/api/kitchen/people/me/put-away'>) =>
    data(client.PUT('/api/kitchen/people/me/put-away', ...init)),
  /** Sign oneself out on every device. */
  signOutEverywhere: (...init: Init<'delete', '/api/kitchen/people/me/sessions'>) =>
    data(client.DELETE('/api/kitchen/people/me/sessions', ...init)),
  /** Take into force what the bakes teach. */
  adoptLesson: (...init: Init<'post', '/api/learning'>) => data(client.POST('/api/learning', ...init)),
  /** Back to an earlier calibration, or to general parameters. */
  returnToLesson: (...init: Init<'post', '/api/learning/return'>) =>
    data(client.POST('/api/learning/return', ...init)),
  /** What the bakes would teach, without taking it into force. */
  studyLearning: (...init: Init<'post', '/api/learning/study'>) =>
    data(client.POST('/api/learning/study', ...init)),
  /** What the forecast is made of and how sure each part is, section by section. */
  model: (...init: Init<'get', '/api/model'>) => data(client.GET('/api/model', ...init)),
  /** Every single lever that brings the forecast nearer to the target, most first, and pairs that do better. */
  rankNext: (...init: Init<'post', '/api/next'>) => data(client.POST('/api/next', ...init)),
  /** What could be done tonight, by what it tells about the cookie wished for in an hour. */
  teachesMost: (...init: Init<'post', '/api/next/teaching'>) =>
    data(client.POST('/api/next/teaching', ...init)),
  /** The smallest change of everything unlocked that should bake the whole target. */
  standToBrief: (...init: Init<'post', '/api/next/brief'>) => data(client.POST('/api/next/brief', ...init)),
  shake: (...init: Init<'post', '/api/next/forgiving'>) => data(client.POST('/api/next/forgiving', ...init)),
  whatIf: (...init: Init<'post', '/api/next/what-if'>) => data(client.POST('/api/next/what-if', ...init)),
  climbLadder: (...init: Init<'post', '/api/next/ladder'>) => data(client.POST('/api/next/ladder', ...init)),
  keepBeside: (...init: Init<'post', '/api/doughs/{dough_id}/versions/beside'>) =>
    data(client.POST('/api/doughs/{dough_id}/versions/beside', ...init)),
  /** The newest version of every ingredient of the cook's own. */
  pantry: (...init: Init<'get', '/api/pantry'>) => data(client.GET('/api/pantry', ...init)),
  /** Keep an ingredient; with a key, as a new version of that one. */
  keepIngredient: (...init: Init<'post', '/api/pantry'>) => data(client.POST('/api/pantry', ...init)),
  /** What this kitchen's cups weigh. */
  cups: (...init: Init<'get', '/api/pantry/cups'>) => data(client.GET('/api/pantry/cups', ...init)),
  /** Keep three weighed cups; every measure of that ingredient goes by them from now on. */
  weighCups: (...init: Init<'post', '/api/pantry/cups'>) => data(client.POST('/api/pantry/cups', ...init)),
  /** What an ingredient would be made of; nothing is kept. */
  lookAtIngredient: (...init: Init<'post', '/api/pantry/look'>) =>
    data(client.POST('/api/pantry/look', ...init)),
  /** Photo */
  photo: (...init: Init<'get', '/api/photos/{photo_id}'>) =>
    data(client.GET('/api/photos/{photo_id}', ...init)),
  /** Measure anew inside outlines drawn by hand. */
  correctOutlines: (...init: Init<'put', '/api/photos/{photo_id}/outlines'>) =>
    data(client.PUT('/api/photos/{photo_id}/outlines', ...init)),
  /** What must follow the hand: the draft with the edit made, composition, balance, point forecast. */
  preview: (...init: Init<'post', '/api/preview'>) => data(client.POST('/api/preview', ...init)),
  /** What can wait until the hand rests: window, best minute, ranges, what decides, the bake to scrub. */
  detail: (...init: Init<'post', '/api/preview/detail'>) => data(client.POST('/api/preview/detail', ...init)),
  /** Two drafts side by side: grams, percent, process, and what the forecast makes of each. */
  difference: (...init: Init<'post', '/api/preview/difference'>) =>
    data(client.POST('/api/preview/difference', ...init)),
  /** One line again, with what the cook said: another ingredient, an amount, a way of filling. */
  readLine: (...init: Init<'post', '/api/recipes/line'>) => data(client.POST('/api/recipes/line', ...init)),
  /** Read a recipe in any of the formats; without a habit it is guessed from the text and said. */
  readRecipe: (...init: Init<'post', '/api/recipes/read'>) => data(client.POST('/api/recipes/read', ...init)),
  /** The ingredient table, styles, attributes and words. */
  reference: (...init: Init<'get', '/api/reference'>) => data(client.GET('/api/reference', ...init)),
  /** What a run measured. */
  measureRun: (...init: Init<'put', '/api/series/{series_id}/runs'>) =>
    data(client.PUT('/api/series/{series_id}/runs', ...init)),
  /** Sign out. */
  signOut: (...init: Init<'delete', '/api/session'>) => data(client.DELETE('/api/session', ...init)),
  /** Who is signed in. Also sets the CSRF cookie. */
  session: (...init: Init<'get', '/api/session'>) => data(client.GET('/api/session', ...init)),
  /** Sign in by name and password; slowed down after repeated failures. */
  signIn: (...init: Init<'post', '/api/session'>) => data(client.POST('/api/session', ...init)),
  /** A plan worked out while it is made: portions, trays, finishes, what is kept, steps. */
  lookAtPlan: (...init: Init<'post', '/api/plans/look'>) => data(client.POST('/api/plans/look', ...init)),
  /** The steps of one dough in their places, as if it had the kitchen to itself. */
  timePlan: (...init: Init<'post', '/api/plans/time'>) => data(client.POST('/api/plans/time', ...init)),
  /** A dough's plans, and what a plan can be made of. */
  plans: (...init: Init<'get', '/api/doughs/{dough_id}/plans'>) =>
    data(client.GET('/api/doughs/{dough_id}/plans', ...init)),
  /** Keep a dough's plan of a day. */
  savePlan: (...init: Init<'put', '/api/doughs/{dough_id}/plans/{on}'>) =>
    data(client.PUT('/api/doughs/{dough_id}/plans/{on}', ...init)),
  /** Take a plan off its day. */
  dropPlan: (...init: Init<'delete', '/api/plans/{plan_id}'>) =>
    data(client.DELETE('/api/plans/{plan_id}', ...init)),
  /** Note what was begun and ended of a plan. */
  markSteps: (...init: Init<'post', '/api/plans/{plan_id}/marks'>) =>
    data(client.POST('/api/plans/{plan_id}/marks', ...init)),
  /** All plans of a day on their lanes. */
  dayPlan: (...init: Init<'post', '/api/days/{on}'>) => data(client.POST('/api/days/{on}', ...init)),
  /** Runs, newest first. */
  runs: (...init: Init<'get', '/api/runs'>) => data(client.GET('/api/runs', ...init)),
  /** Start a run of a dough; the same key twice starts one. */
  startRun: (...init: Init<'post', '/api/runs'>) => data(client.POST('/api/runs', ...init)),
  /** A run as it stands. */
  run: (...init: Init<'get', '/api/runs/{run_id}'>) => data(client.GET('/api/runs/{run_id}', ...init)),
  /** Write acts down in their order; each key counts once. */
  writeDown: (...init: Init<'post', '/api/runs/{run_id}/events'>) =>
    data(client.POST('/api/runs/{run_id}/events', ...init)),
  /** All that was written down of a run. */
  runEvents: (...init: Init<'get', '/api/runs/{run_id}/events'>) =>
    data(client.GET('/api/runs/{run_id}/events', ...init)),
  /** What can be done about too much of a line. */
  overOptions: (...init: Init<'get', '/api/runs/{run_id}/over/{line}'>) =>
    data(client.GET('/api/runs/{run_id}/over/{line}', ...init)),
  /** The core by minutes in the oven, as forecast. */
  runCourse: (...init: Init<'get', '/api/runs/{run_id}/course'>) =>
    data(client.GET('/api/runs/{run_id}/course', ...init)),
  /** The forecast as the probe's trace of a load has it by now. */
  runTrace: (...init: Init<'get', '/api/runs/{run_id}/trace/{load}'>) =>
    data(client.GET('/api/runs/{run_id}/trace/{load}', ...init)),
  /** What a load that was looked at says of the next one. */
  nextLoad: (...init: Init<'get', '/api/runs/{run_id}/next/{load}'>) =>
    data(client.GET('/api/runs/{run_id}/next/{load}', ...init)),
  /** What the real amounts do to the forecast. */
  runPress: (...init: Init<'get', '/api/runs/{run_id}/press'>) =>
    data(client.GET('/api/runs/{run_id}/press', ...init)),

  pressWeight: (...init: Init<'get', '/api/runs/{run_id}/press/weight'>) =>
    data(client.GET('/api/runs/{run_id}/press/weight', ...init)),

  runReally: (...init: Init<'get', '/api/runs/{run_id}/really'>) =>
    data(client.GET('/api/runs/{run_id}/really', ...init)),
  /** A guess beside forecast and bake. */
  runGuess: (...init: Init<'get', '/api/runs/{run_id}/guess'>) =>
    data(client.GET('/api/runs/{run_id}/guess', ...init)),
  /** End a run; what was done becomes a bake in Results. */
  closeRun: (...init: Init<'post', '/api/runs/{run_id}/close'>) =>
    data(client.POST('/api/runs/{run_id}/close', ...init)),
  /** Do something to a stand-in device. */
  deviceAct: (...init: Init<'post', '/api/devices/{device_id}/act'>) =>
    data(client.POST('/api/devices/{device_id}/act', ...init)),
  /** How a device was checked, newest first. */
  deviceChecks: (...init: Init<'get', '/api/devices/{device_id}/checks'>) =>
    data(client.GET('/api/devices/{device_id}/checks', ...init)),
  /** Check what a device reads now. */
  checkDevice: (...init: Init<'post', '/api/devices/{device_id}/check'>) =>
    data(client.POST('/api/devices/{device_id}/check', ...init)),
  /** What lies in the larder, that which falls due first. */
  larder: (...init: Init<'get', '/api/larder'>) => data(client.GET('/api/larder', ...init)),
  /** Put something by. */
  putBy: (...init: Init<'post', '/api/larder'>) => data(client.POST('/api/larder', ...init)),
  /** Pieces leave the larder, or come back. */
  takeFrom: (...init: Init<'post', '/api/larder/{stored_id}/moves'>) =>
    data(client.POST('/api/larder/{stored_id}/moves', ...init)),
  /** Several doughs on one day: the order, and what to clean between. */
  day: (...init: Init<'post', '/api/swaps/day'>) => data(client.POST('/api/swaps/day', ...init)),
  /** What else in the pantry comes to the same as one line, and how many eggs it is by class. */
  equals: (...init: Init<'post', '/api/swaps/pantry'>) => data(client.POST('/api/swaps/pantry', ...init)),
  /** What less sugar, less sodium and more fibre would count from. */
  per100g: (...init: Init<'post', '/api/swaps/per-100g'>) =>
    data(client.POST('/api/swaps/per-100g', ...init)),
  /** Every line that breaks a need with what could stand in for it, ranked, and the swaps as picked. */
  studySwaps: (...init: Init<'post', '/api/swaps/study'>) => data(client.POST('/api/swaps/study', ...init)),
  /** What a panel can be asked, and what can be hidden from the eye. */
  panelQuestions: (...init: Init<'get', '/api/panels/questions'>) =>
    data(client.GET('/api/panels/questions', ...init)),
  /** How many tasters it takes, and how many of them have to be right. */
  tastersNeeded: (...init: Init<'get', '/api/panels/needed'>) =>
    data(client.GET('/api/panels/needed', ...init)),
  /** A dough's panels, newest first. */
  panels: (...init: Init<'get', '/api/doughs/{dough_id}/panels'>) =>
    data(client.GET('/api/doughs/{dough_id}/panels', ...init)),
  /** Set up a panel. */
  setUpPanel: (...init: Init<'post', '/api/doughs/{dough_id}/panels'>) =>
    data(client.POST('/api/doughs/{dough_id}/panels', ...init)),
  /** A panel as it stands; what came out once it may be told. */
  panel: (...init: Init<'get', '/api/panels/{panel_id}'>) =>
    data(client.GET('/api/panels/{panel_id}', ...init)),
  /** Draw plates and codes by lot. */
  openPanel: (...init: Init<'post', '/api/panels/{panel_id}/open'>) =>
    data(client.POST('/api/panels/{panel_id}/open', ...init)),
  /** Plates for tasters who come besides. */
  moreTasters: (...init: Init<'post', '/api/panels/{panel_id}/more'>) =>
    data(client.POST('/api/panels/{panel_id}/more', ...init)),
  /** End a panel; what came out is told from here on. */
  closePanel: (...init: Init<'post', '/api/panels/{panel_id}/close'>) =>
    data(client.POST('/api/panels/{panel_id}/close', ...init)),
  /** Look before it is closed; that stays with it. */
  breakPanel: (...init: Init<'post', '/api/panels/{panel_id}/break'>) =>
    data(client.POST('/api/panels/{panel_id}/break', ...init)),
  /** Where a ballot is answered, and the same as a code to photograph. */
  ballotLink: (...init: Init<'get', '/api/panels/{panel_id}/ballots/{number}/link'>) =>
    data(client.GET('/api/panels/{panel_id}/ballots/{number}/link', ...init)),
  /** A new link for a ballot; the old one is worthless. */
  freeBallot: (...init: Init<'post', '/api/panels/{panel_id}/ballots/{number}/free'>) =>
    data(client.POST('/api/panels/{panel_id}/ballots/{number}/free', ...init)),
  /** Enter a paper ballot. */
  enterPaper: (...init: Init<'post', '/api/panels/{panel_id}/ballots/{number}/paper'>) =>
    data(client.POST('/api/panels/{panel_id}/ballots/{number}/paper', ...init)),
}
