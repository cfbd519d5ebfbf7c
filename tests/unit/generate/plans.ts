/** The plans whose generated code is compiled and run. */
import fc from 'fast-check';
import { generatePlan } from '../../../bench/generate';
import { programOf } from '../../../src/core/generate/program/program-of';
import { parse } from '../../../src/core/language/parse';
import type { Plan } from '../../../src/core/plan/model';
import { resolve } from '../../../src/core/plan/resolve';
import { demo } from '../../demo';
import { grammarPlan } from '../grammar-plans';
import { planArbitrary, smallPlanArbitrary } from '../plans';
import { runsOf } from './runs';

/** The demo without its mistakes. */
const mended = demo
  .replace('reveiws', 'reviews')
  .replace('reviews(hutId: stayId)', 'reviews(hutId)')
  .replace('push hut\n', 'push hut(hutId: stay.hut)\n')
  .replace('season: Season?\n', 'season: Season\n');

/** Every type in every place that can carry it, and every form of a pattern. */
const everyType = `
app "Every type"
origin https://every.example
origin every:
origin https://hütte.example:8443
variants phone, tablet wide, watch small
start home
id NumberId: int
id class: text
choice Way { near, far, class }
record Stop { id: NumberId, name: text, way: Way?, next: list of Stop }
flag ready
flag way: Way = far

module types {
  takes token: text
  screen numbers "Numbers" {
    takes whole: int, part: decimal = 1.50, sure: bool = true, id: NumberId
    link /n/{token}/{whole}/{part}{?sure,id} under home
    link /n/{token}/{id}x{whole}.html under home
    on "Same" replace numbers(whole, part, sure, id)
    on "Moments" push moments(day: "2024-02-29")
  }
  screen moments "Moments" {
    takes day: date, at: time?, when: instant?, page: url?
    link /m/{token}/{day}{?at,when,page}
    link every:/moment/{token}/{day}/{at} under nothing
    on "Back" back
  }
}

screen home "Home" {
  has stops: list of Stop, picked: Way?, note: text?, ids: list of NumberId, ways: list of Way
  on "Stop" for stop in stops push stop(stop, way: near)
  on "Numbers" push numbers(token: "t \\"quoted\\"", whole: -7, part: 3, id: 12)
  on "Lists" push lists(ids, ways)
  on "Way" present pickWay gives picked
  on "Note" when note is given and way is far push noted(note) otherwise when "it rains" push noted(note: "rain")
  on "The same" when ready push noted(note: "a")
  on "The same" when not ready and "it works" push noted(note: "b")
  on "Ready" sets ready = true then sets way = class
}

screen stop "{stop.name}" {
  takes stop: Stop, way: Way
  has upcoming: Stop
  on "Next" replace stop(stop: upcoming, way)
  on "Id" push numbers(token: stop.name, whole: 1, id: stop.id)
}

screen lists "Lists" {
  takes ids: list of NumberId, ways: list of Way
  link /l{?ids,ways}
}

screen names "Names" {
  takes names: list of text
  link /names{/names*}
}

screen rest "Rest" {
  takes path: text
  takes switch: text?
  link /rest{/path*}
  link /r/{switch}{/path*} under home, noted(note: path)
}

screen pickWay "Which way?" as sheet {
  returns Way
  has way: Way
  on "Near" close with near
  on "This" back with way
}

screen noted "Noted" {
  takes note: text
  needs ready and "the light is on" else push unready
  link /noted/{note}-{again}
  takes again: text = "more"
}

screen unready "Not yet" {
  on "Now" sets ready = true then resume or leave "Nowhere"
  on "Close" back
}
`;

/** Results that go astray, gates within gates, tabs that lose their roots, lists beside details. */
const flows = `
app "Flows"
origin flows:
variants phone, tablet wide
start home
choice Way { near, far }
flag signedIn
flag paid
flag way: Way

tabs only phone {
  "Home" home
  "Trips" trips
  "Me" me
}
menu "More" on roots {
  "Trips" switch trips
  "Pay" when not paid push pay
      otherwise push me
}
event "Time is up" on trip, pick, other when signedIn and way is near sets signedIn = false
    otherwise when not paid back past trips
event "News" reset trips then push trip

screen home "Home" {
  has from: text, to: text
  on "From" push pick gives from
  on "To" present pick gives to
  on "Just look" push pick
  on "Way" when way is near sets way = far
      otherwise sets way = near
  on "Trips" switch trips
  on "Trip" push trip
}
screen pick "Pick" {
  returns text
  has chosen: text
  on "Choose" back with chosen
  on "Done" close with chosen
  on "Other" replace other
  on "Else" replace home
  on "More" push other
}
screen other "Other" {
  returns text
  has chosen: text
  on "Choose" back with chosen
  on "Both" back then back with chosen
  on "Home" back to home then push pick gives chosen
}
screen trips "Trips" {
  needs signedIn else push signIn
  on "Trip" push trip
  on "Replace" replace trip
}
screen trip "Trip" beside trips {
  needs paid else push pay
  needs way is far or signedIn else present signIn then push home
  has note: text
  on "Guests" push guests
  on "Note" push pick gives note
  on "Away" replace me
  link /trip under trips
}
screen guests "Guests" as sheet {
  on "Close" close
  on "Trips" back to trips
  on "Past" back past trip
}
screen signIn "Sign in" {
  on "In" sets signedIn = true then resume or back
  on "Skip" resume or reset home
}
screen pay "Pay" as dialog {
  on "Paid" sets paid = true then resume or close
  on "Sign in" push signIn
  on "Trips" push trips
}
screen me "Me" {
  on "Out" sets signedIn = false then reset home
  on "Owe" sets paid = false
  on "Trips" reset trips then push trip
}
`;

/** Names that clash with one another, with keywords, and with what generated code uses. */
const names = String.raw`
## Ends a comment: */ and goes on. \u0041 ${'$'}{x}
app "Names */ of \"all\" kinds $x"
origin names:
start Booking.class
id State: int
id state: text
id String: text
id hut_id: int
choice Event { object, Object, class, is, in, __proto }
record Route { class: int, fun: State?, in: text, hashCode: String, from_to: state, fromTo: hut_id }
record Nothing {}
flag in
flag fun
flag Frame: Event = object

module Booking {
  takes val: int
  screen class "{val} $val" {
    takes screen: text = "it's \"$x\" \\ \n \u2028", object: Event = class, given: bool = false
    has trigger: text, kind: int, steps: Route, __proto__: int, constructor: int, copy: text?
    on "class" replace class(screen: trigger, object: Frame)
    on "Class" push routes.list(kind, from: steps, proto: __proto__)
    on "→" when copy is given and not in sets in = true
    on "日本" when "class" and "Class" and "→" sets fun = true then sets Frame = is
    on "hut-card" push void(copy)
    on "Hut card" push void(copy: "*/")
    on "1 night" push State
    on "toString" present pick gives copy
  }
}
module booking2 {
  private screen class "Class"
}
module routes {
  screen list "List" {
    takes kind: int, from: Route, proto: int, link: text = "x", event: text?
    link names:/list/{link}
    on "Back" back to Booking.class
    on "fromJson" push Booking.class(val: kind, screen: from.in)
  }
  screen List "List" { on "Way" push list(kind: 1, from: mine, proto: 2)  has mine: Route }
}
screen void "Void" {
  takes copy: text?
  needs fun or "in" else push State
  on "null" push List
  on "Route" back
}
screen State "State" {
  takes State: int = 007, route: decimal = 0001.500
  on "in" sets in = true then resume or back
}
screen pick "Pick" { returns text?  has value: text?  on "value" back with value }
event "apply" on all when in sets in = false
menu "return" { "class" push void  "Class" reset State }
entry widget "val" opens list(kind: 1)
`;

export interface NamedPlan {
  readonly name: string;
  readonly plan: Plan;
}

const planOf = (text: string): Plan => resolve(parse(text));

/** The first plans of a sample in which much happens, the same each time. */
const sample = (arbitrary: fc.Arbitrary<string>, count: number, seed: number): Plan[] =>
  fc
    .sample(arbitrary, { numRuns: 8 * count, seed })
    .map(planOf)
    .filter((plan) => runsOf(programOf(plan), 10, 12, 1).flatMap(({ moves }) => moves).length > 40)
    .slice(0, count);

/**
 * Fixed plans, and random ones: a fifth each of every production without and with tabs, of results, of tabs that share
 * flags, and of plans with mistakes of all kinds.
 *
 * @param random a multiple of five
 */
export const plansToGenerate = (random: number): NamedPlan[] => [
  { name: 'demo', plan: planOf(demo) },
  { name: 'mended', plan: planOf(mended) },
  { name: 'types', plan: planOf(everyType) },
  { name: 'flows', plan: planOf(flows) },
  { name: 'names', plan: planOf(names) },
  { name: 'large', plan: planOf(generatePlan(150, 5, 3, 'pairs and results')) },
  ...[
    ...sample(grammarPlan('none'), random / 5, 7),
    ...sample(grammarPlan('tabs'), random / 5, 8),
    ...sample(smallPlanArbitrary('results'), random / 5, 9),
    ...sample(smallPlanArbitrary('shared'), random / 5, 10),
    ...fc.sample(planArbitrary(), { numRuns: random / 5, seed: 11 }).map(planOf),
  ].map((plan, at) => ({ name: `random${at}`, plan })),
];
