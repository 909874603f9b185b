import type { Component } from 'vue'

import PieceIcon from '~icons/lucide/archive'
import DaybookIcon from '~icons/lucide/book-open'
import ShelfIcon from '~icons/lucide/library'
import SettingsIcon from '~icons/lucide/sliders-horizontal'
import TryOnIcon from '~icons/lucide/paint-roller'
import CatchIcon from '~icons/lucide/pipette'
import PlanIcon from '~icons/lucide/chart-no-axes-gantt'

import MingleIcon from './JugIcon.vue'

export interface Place {
  name: string
  title: string
  key: string
  icon: Component
}

/** What else has an address, and what its title is. */
export const OTHERS: Record<string, string> = {
  bench: 'Bench',
  lay: 'Lay a pattern',
  again: 'Mix it again',
  jobs: 'Jobs',
}

/** The places in the order of the work, each with its key. */
export const places: Place[] = [
  { name: 'piece', title: 'Piece', key: '1', icon: PieceIcon },
  { name: 'catch', title: 'Catch', key: '2', icon: CatchIcon },
  { name: 'mingle', title: 'Mingle', key: '3', icon: MingleIcon },
  { name: 'tryon', title: 'Try on', key: '4', icon: TryOnIcon },
  { name: 'plan', title: 'Plan', key: '5', icon: PlanIcon },
  { name: 'daybook', title: 'Daybook', key: '6', icon: DaybookIcon },
  { name: 'shelf', title: 'Shelf', key: 's', icon: ShelfIcon },
  { name: 'settings', title: 'Settings', key: ',', icon: SettingsIcon },
]
