import type { Layer } from '../../api/client'

/** A number of a layer that is moved by a slider. */
export interface Slide {
  key: 'coats' | 'water' | 'wipe' | 'amount' | 'width' | 'contrast' | 'hand' | 'seed' | 'dwell' | 'veil'
  title: string
  min: number
  max: number
  step: number
  say: (value: number) => string
}

const percent = (value: number) => `${Math.round(100 * value).toString()} %`
const share = (key: Slide['key'], title: string, say: Slide['say'] = percent): Slide => ({
  key,
  title,
  min: 0,
  max: 1,
  step: 0.02,
  say,
})

const SLIDES = {
  coats: { key: 'coats', title: 'coats', min: 1, max: 4, step: 1, say: (value) => value.toString() },
  water: {
    key: 'water',
    title: 'water',
    min: 0,
    max: 6,
    step: 0.25,
    say: (value) => (value === 0 ? 'as it is' : `1 : ${value.toString()}`),
  },
  wipe: share('wipe', 'wiped back'),
  amount: share('amount', 'how much'),
  width: share('width', 'how wide'),
  contrast: share('contrast', 'contrast'),
  hand: share('hand', 'hand', (value) => (value < 0.15 ? 'smooth' : value < 0.5 ? 'brushed' : 'scratchy')),
  seed: { key: 'seed', title: 'another chance', min: 1, max: 40, step: 1, say: (value) => `no. ${value.toString()}` },
  dwell: {
    key: 'dwell',
    title: 'wiped after',
    min: 1,
    max: 60,
    step: 1,
    say: (value) => `${value.toString()} min`,
  },
  veil: share('veil', 'sheen', (value) =>
    value < 0.12 ? 'gloss' : value < 0.5 ? 'satin' : value < 0.8 ? 'eggshell' : 'matte',
  ),
} satisfies Record<string, Slide>

const BY_KIND: Record<Layer['kind'], (keyof typeof SLIDES | 'pattern' | 'place' | 'downTo')[]> = {
  paint: ['coats', 'hand'],
  primer: ['coats'],
  blend: ['pattern', 'coats', 'width', 'contrast', 'hand', 'seed'],
  wash: ['water', 'coats', 'wipe', 'hand', 'seed'],
  two_tone: ['water', 'coats', 'width', 'hand', 'seed'],
  stain: ['dwell', 'water', 'coats'],
  glaze: ['place', 'wipe', 'hand'],
  dry_brush: ['place', 'amount', 'hand', 'seed'],
  wax: ['place', 'amount', 'wipe'],
  wax_eraser: ['place', 'amount'],
  distress: ['place', 'downTo', 'amount', 'width', 'hand', 'seed'],
  crackle: ['downTo', 'amount', 'seed'],
  chippy: ['downTo', 'amount', 'seed'],
  drips: ['amount', 'seed'],
  metallic: ['place', 'amount', 'width', 'hand', 'seed'],
  stencil: ['amount', 'width'],
  oil: ['veil'],
  sealer: ['veil', 'coats'],
  fade: ['downTo', 'amount', 'hand'],
}

/** What can be set of a kind of layer. */
export function settingsOf(kind: Layer['kind']) {
  const names = BY_KIND[kind]
  return {
    pattern: names.includes('pattern'),
    place: names.includes('place'),
    downTo: names.includes('downTo'),
    slides: names.flatMap((name) => (name in SLIDES ? [SLIDES[name as keyof typeof SLIDES]] : [])),
  }
}

/** What painters call the zones of a piece. */
export const ZONE_TITLES: Record<string, string> = {
  front: 'fronts',
  body: 'frame',
  side: 'sides',
  top: 'top',
  leg: 'legs',
  plinth: 'plinth',
  moulding: 'mouldings',
  inside: 'inside',
}
