import {
  AlignLeft,
  CalendarDays,
  ChartLine,
  Code2,
  Download,
  FileText,
  GitCommitHorizontal,
  Grid3x3,
  Inbox,
  LayoutDashboard,
  ListOrdered,
  Play,
  Settings,
  Spline,
  TriangleAlert,
  type LucideIcon,
} from 'lucide-react'

export interface Section {
  to: string
  name: string
  icon: LucideIcon
  /** After g. */
  key: string
}

/** The sections that are there, in the order of work; a gap between groups. */
export const SECTIONS: readonly (readonly Section[])[] = [
  [
    { to: 'brief', name: 'Brief', icon: AlignLeft, key: 'b' },
    { to: 'boards', name: 'Boards', icon: LayoutDashboard, key: 'o' },
  ],
  [
    { to: 'cases', name: 'Cases', icon: FileText, key: 'c' },
    { to: 'scripts', name: 'Scripts', icon: Code2, key: 's' },
    { to: 'mapping', name: 'Mapping', icon: Spline, key: 'm' },
  ],
  [
    { to: 'suites', name: 'Suites', icon: ListOrdered, key: 'u' },
    { to: 'plans', name: 'Plans', icon: CalendarDays, key: 'p' },
    { to: 'runs', name: 'Runs', icon: Play, key: 'r' },
  ],
  [
    { to: 'builds', name: 'Builds', icon: GitCommitHorizontal, key: 'd' },
    { to: 'weave', name: 'Weave', icon: Grid3x3, key: 'w' },
    { to: 'failures', name: 'Failures', icon: TriangleAlert, key: 'f' },
    { to: 'trends', name: 'Trends', icon: ChartLine, key: 't' },
  ],
]

/** At the foot of the edge. */
export const FOOT: readonly Section[] = [
  { to: 'mine', name: 'Mine', icon: Inbox, key: 'y' },
  { to: 'intake', name: 'Intake', icon: Download, key: 'i' },
  { to: 'settings', name: 'Settings', icon: Settings, key: 'e' },
]

export const ALL_SECTIONS: readonly Section[] = [...SECTIONS.flat(), ...FOOT]
