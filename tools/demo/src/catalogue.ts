/** What Gullhaven Ferry Line tests: systems, their parts, and sentences that make cases. Every subject fits every ending of its part, and both fit every context of the system. */
export interface Part {
  name: string
  folder: string
  subjects: string[]
  endings: string[]
}

export interface System {
  name: string
  folder: string
  runner: 'browser' | 'service'
  /** Where the same thing is tested again. */
  contexts: string[]
  parts: Part[]
}

export const SYSTEMS: readonly System[] = [
  {
    name: 'Fare desk',
    folder: 'fares',
    runner: 'browser',
    contexts: ['at the counter', 'in the app', 'for a company account'],
    parts: [
      {
        name: 'Tickets',
        folder: 'tickets',
        subjects: ['Single ticket', 'Return ticket', 'Ten-trip card', 'Season ticket', 'Car ticket'],
        endings: ['shows the price in both currencies', 'is sent by e-mail', 'can be moved to a later sailing', 'names every passenger'],
      },
      {
        name: 'Concessions',
        folder: 'concession',
        subjects: ['Child under four', 'Student', 'Senior', 'Islander', 'Group of ten'],
        endings: [
          'gets the reduced fare',
          'is asked for the card',
          'can book together with an adult',
          'keeps the reduction after a change',
        ],
      },
      {
        name: 'Refunds',
        folder: 'refund',
        subjects: ['Refund after a cancelled sailing', 'Refund of a return half', 'Refund to a gift voucher', 'Partial refund of a group'],
        endings: ['names the reason', 'arrives within three days', 'is shown in the account', 'is refused after departure'],
      },
      {
        name: 'Basket',
        folder: 'basket',
        subjects: ['Basket', 'Voucher in the basket', 'Seat in the basket'],
        endings: ['survives a reload', 'expires after thirty minutes', 'is merged after sign-in', 'shows one total'],
      },
    ],
  },
  {
    name: 'Timetable',
    folder: 'timetable',
    runner: 'service',
    contexts: ['on the pier screens', 'in the app'],
    parts: [
      {
        name: 'Sailings',
        folder: 'sailings',
        subjects: ['First sailing', 'Last sailing', 'Extra sailing', 'Cancelled sailing', 'Night sailing'],
        endings: ['is listed on the day', 'is marked on the map', 'keeps its number', 'links to the deck plan'],
      },
      {
        name: 'Tides',
        folder: 'tides',
        subjects: ['Low tide', 'Spring tide', 'Storm surge'],
        endings: ['shows the tide restriction', 'moves the departure', 'warns two hours ahead', 'closes the low ramp'],
      },
      {
        name: 'Seasons',
        folder: 'seasons',
        subjects: ['Winter timetable', 'Summer timetable', 'Holiday timetable', 'Clock change'],
        endings: ['starts on the announced day', 'keeps connections by bus', 'is printed on one page', 'has no double departures'],
      },
    ],
  },
  {
    name: 'Deck planner',
    folder: 'deck',
    runner: 'browser',
    contexts: ['on the small ferry', 'in the evening turn'],
    parts: [
      {
        name: 'Limits',
        folder: 'axle-load',
        subjects: ['Vehicle deck', 'Upper deck', 'Side ramp', 'Car lift'],
        endings: [
          'refuses a load over the axle limit',
          'accepts a load at the limit',
          'tells which axle is too heavy',
          'counts trailers separately',
        ],
      },
      {
        name: 'Placement',
        folder: 'placement',
        subjects: ['Trailer', 'Coach', 'Motorbike', 'Tall vehicle', 'Dangerous goods transport'],
        endings: ['is placed over the keel line', 'stands apart from the car deck', 'leaves the fire lane free', 'is planned by length'],
      },
      {
        name: 'Lanes',
        folder: 'lanes',
        subjects: ['Lane A', 'Bow lane', 'Late vehicle', 'Wheelchair lane'],
        endings: ['is filled from the stern', 'is shown to the mate', 'can be closed by hand', 'reopens after a change of plan'],
      },
    ],
  },
  {
    name: 'Gate scanner',
    folder: 'gate',
    runner: 'browser',
    contexts: ['at the foot gate', 'at the car lane', 'on the hand-held'],
    parts: [
      {
        name: 'Boarding',
        folder: 'boarding',
        subjects: ['Valid ticket', 'Used ticket', 'Ticket of another day', 'Torn ticket', 'Group ticket'],
        endings: ['gives a clear light', 'is counted once', 'speaks the passenger’s language', 'is logged with the gate'],
      },
      {
        name: 'Offline',
        folder: 'offline',
        subjects: ['Scanner', 'Queue of scans', 'Gate clock'],
        endings: ['rejoins after tunnel', 'keeps working without network', 'sends what it missed', 'shows its battery'],
      },
      {
        name: 'Passes',
        folder: 'season',
        subjects: ['Season pass', 'Crew pass', 'Bicycle pass'],
        endings: ['opens the gate', 'is refused when blocked', 'works on every pier', 'greets the holder by name'],
      },
    ],
  },
  {
    name: 'Freight manifest',
    folder: 'freight',
    runner: 'service',
    contexts: ['for a part load', 'by the agent'],
    parts: [
      {
        name: 'Containers',
        folder: 'containers',
        subjects: ['Empty container', 'Reefer container', 'Tank container', 'Flat rack'],
        endings: ['is accepted', 'is weighed per hold', 'keeps its seal number', 'is listed for the port'],
      },
      {
        name: 'Hazard',
        folder: 'hazard',
        subjects: ['Hazard class', 'Limited quantity', 'Explosives', 'Lithium batteries'],
        endings: ['is printed on the manifest', 'is kept from heat', 'needs a second signature', 'is told to the crew'],
      },
      {
        name: 'Customs',
        folder: 'customs',
        subjects: ['Customs declaration', 'Transit document', 'Export licence'],
        endings: ['is opened', 'is signed', 'is sent to the office', 'is archived for ten years'],
      },
    ],
  },
  {
    name: 'Tide alerts',
    folder: 'alerts',
    runner: 'service',
    contexts: ['for the outer islands', 'at night'],
    parts: [
      {
        name: 'Subscriptions',
        folder: 'subscriptions',
        subjects: ['Alert by e-mail', 'Alert by text message', 'Alert to the ship'],
        endings: ['can be ordered', 'can be paused', 'follows the chosen pier', 'stops after the season'],
      },
      {
        name: 'Thresholds',
        folder: 'thresholds',
        subjects: ['High water mark', 'Low water mark', 'Wind threshold'],
        endings: ['raises one alert', 'is set per pier', 'falls back at once', 'is kept for a year'],
      },
      {
        name: 'Sending',
        folder: 'sending',
        subjects: ['Alert', 'All-clear', 'Weekly digest'],
        endings: ['leaves within a minute', 'is repeated when unread', 'names the source', 'is written in plain words'],
      },
    ],
  },
]
