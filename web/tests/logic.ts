/**
 * The pages' own logic on a page without pages: tests ask it thousands of cases in one go (tests/web). `ask` calls one
 * function of a module with each of many lists of arguments and returns what each gave, or what it threw.
 */
import { ref } from 'vue'

import * as outbox from '../src/api/outbox'
import * as reach from '../src/api/reach'
import * as versions from '../src/api/versions'
import * as parts from '../src/features/piece/parts'
import * as layers from '../src/features/tryon/layers'
import * as settings from '../src/features/tryon/settings'
import * as preferences from '../src/shared/preferences'
import * as amounts from '../src/shared/say/amounts'
import * as lengths from '../src/shared/say/lengths'
import * as marked from '../src/shared/say/marked'
import * as numbers from '../src/shared/say/numbers'
import * as times from '../src/shared/say/times'
import { useHistory } from '../src/shared/useHistory'
import * as measuring from '../src/shared/useMeasuring'

type Args = unknown[]
type Calls = Record<string, (...args: Args) => unknown>

const modules = {
  amounts,
  layers,
  lengths,
  marked,
  measuring,
  numbers,
  outbox,
  parts,
  preferences,
  reach,
  settings,
  times,
  versions,
}

function ask(module: keyof typeof modules, name: string, cases: Args[]): unknown[] {
  const call = (modules[module] as unknown as Calls)[name]
  if (!call) throw new Error(`${module} has no ${name}`)
  return cases.map((args) => {
    try {
      return call(...args) ?? null
    } catch (error) {
      return { threw: error instanceof Error ? error.message : String(error) }
    }
  })
}

/**
 * What a history says after each of many steps: its value, what can be undone and redone, and whether the step was
 * taken. Between two steps lies more time than one drag takes, unless "pause" says how much. [ms]
 */
function undone(first: unknown, steps: [string, unknown?][]): unknown[] {
  const value = ref(first)
  let history = useHistory(value)
  history.restart(first)
  let now = 0
  let pause = 1000
  Date.now = () => now
  return steps.map(([what, to]) => {
    let taken: unknown = true
    now += pause
    if (what === 'pause') pause = Number(to)
    else if (what === 'change') history.change(to)
    else if (what === 'undo') taken = history.undo()
    else if (what === 'redo') taken = history.redo()
    else if (what === 'leave') {
      // The page is left, and entered again.
      const before = history.steps()
      history = useHistory(value)
      taken = history.resume(before)
    } else history.restart(to)
    return [value.value, history.canUndo.value, history.canRedo.value, taken]
  })
}

Object.assign(window, { logic: { ask, undone, ...modules } })
