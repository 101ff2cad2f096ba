import type { MaterialKind } from '@/core/kinds/material/index';

/** One material of the demo school; days are counted from today. */
export interface DemoMaterial {
  readonly id: string;
  readonly classId: string;
  readonly unit: number;
  readonly days: number;
  readonly kind: MaterialKind;
  readonly title: string;
  readonly minutes: number;
  readonly text: readonly string[];
  readonly file?: string;
  readonly captions?: string;
  readonly address?: string;
  readonly alt?: string;
  /** Days from today on which it opens and closes. */
  readonly opens?: number;
  readonly closes?: number;
  /** Hangs on this announcement instead of standing in the Class line. */
  readonly on?: string;
}

export const MATERIALS: readonly DemoMaterial[] = [
  {
    id: 'material-1',
    classId: 'weather',
    unit: 2,
    days: -5,
    kind: 'text',
    title: 'How to read the wind gauge',
    minutes: 4,
    text: [
      'The three cups turn with the wind; the small box counts the turns. Ten turns in ten seconds are about four metres a second.',
      'The arrow points to where the wind comes from. A wind from the west is a west wind, even though it goes east.',
    ],
  },
  {
    id: 'material-2',
    classId: 'maths',
    unit: 2,
    days: -6,
    kind: 'text',
    title: 'A compass rose to print',
    minutes: 2,
    text: ['Print it, cut it out, and lay it on the map with 000° to the top.'],
  },
  {
    id: 'material-3',
    classId: 'stories',
    unit: 2,
    days: -7,
    kind: 'text',
    title: 'Four letters that were answered',
    minutes: 9,
    text: [
      'The first was one line long. It said: do you ever sleep? The answer was two pages.',
      'The second asked for the name of the light with the broken lamp. It came back with a key in it.',
    ],
  },
  {
    id: 'material-4',
    classId: 'tide-pool',
    unit: 1,
    days: -8,
    kind: 'text',
    title: 'Be kind to a pool',
    minutes: 3,
    text: ['Put every stone back the way it lay. What lives below it lives there because it is dark.'],
  },
  {
    id: 'harbour-tides',
    classId: 'maths',
    unit: 2,
    days: -4,
    kind: 'sheet',
    title: 'Tides at the harbour, a fortnight',
    minutes: 5,
    text: [],
    file: 'harbour-tides.xlsx',
  },
  {
    id: 'harbour-picture',
    classId: 'maths',
    unit: 2,
    days: -9,
    kind: 'image',
    title: 'The harbour from the wall',
    minutes: 1,
    text: [],
    file: 'harbour.png',
    alt: 'A harbour: three houses on the left, a sailing boat in the middle, a red and white lighthouse on the right',
  },
  {
    id: 'sound-signals',
    classId: 'weather',
    unit: 2,
    days: -3,
    kind: 'audio',
    title: 'Sound signals in fog',
    minutes: 1,
    text: [
      'You hear three signals. One blast: I turn to the right. Two blasts: I turn to the left. One long blast: I am here, and I cannot see you.',
    ],
    file: 'sound-signals.wav',
  },
  {
    id: 'kite-goes-up',
    classId: 'workshop',
    unit: 2,
    days: -3,
    kind: 'video',
    title: 'A kite goes up',
    minutes: 1,
    text: ['Twelve seconds. Watch the line, not the kite.'],
    file: 'a-kite-goes-up.webm',
    captions: 'a-kite-goes-up.vtt',
  },
  {
    id: 'three-bearings',
    classId: 'maths',
    unit: 2,
    days: -4,
    kind: 'pdf',
    title: 'Three bearings, one boat',
    minutes: 3,
    text: [],
    file: 'three-bearings.pdf',
  },
  {
    id: 'forecast-slides',
    classId: 'weather',
    unit: 3,
    days: -4,
    kind: 'pdf',
    title: 'Slides for a forecast',
    minutes: 2,
    text: [],
    file: 'forecast-slides.pdf',
  },
  {
    id: 'low-water-sheet',
    classId: 'tide-pool',
    unit: 2,
    days: -4,
    kind: 'pdf',
    title: 'A sheet for the pool',
    minutes: 2,
    text: [],
    file: 'low-water.pdf',
  },
  {
    id: 'parts-of-a-kite',
    classId: 'workshop',
    unit: 2,
    days: -6,
    kind: 'slides',
    title: 'Parts of a kite',
    minutes: 4,
    text: [],
    file: 'parts-of-a-kite.pdf',
  },
  {
    id: 'shore-guide',
    classId: 'tide-pool',
    unit: 2,
    days: -4,
    kind: 'pdf',
    title: 'A shore guide',
    minutes: 6,
    text: [],
    file: 'shore-guide.pdf',
  },
  {
    id: 'two-moths',
    classId: 'stories',
    unit: 2,
    days: -2,
    kind: 'book',
    title: 'Two moths, a book by class 6',
    minutes: 8,
    text: [],
    file: 'two-moths.epub',
    closes: 6,
  },
  {
    id: 'tide-station',
    classId: 'tide-pool',
    unit: 2,
    days: -2,
    kind: 'link',
    title: 'The tide station on the mainland',
    minutes: 2,
    text: ['Look up when low water is on Saturday. It is the second line of the table.'],
    address: 'https://tides.example.org/harbour',
  },
  {
    id: 'harbour-map',
    classId: 'maths',
    unit: 2,
    days: -9,
    kind: 'other',
    title: 'The harbour map, to draw on',
    minutes: 1,
    text: [],
    file: 'harbour-map.zip',
  },
  {
    id: 'new-moon-text',
    classId: 'weather',
    unit: 3,
    days: -1,
    kind: 'text',
    title: 'What the keeper wrote before the storm',
    minutes: 3,
    text: [
      'Feathers from the west at noon. A ring at four. I have taken the boat up and told the others to do the same.',
    ],
    opens: 3,
  },
  {
    id: 'mast-readings',
    classId: 'weather',
    unit: 2,
    days: -9,
    kind: 'sheet',
    title: 'Readings of the first morning',
    minutes: 3,
    text: [],
    file: 'mast-readings.csv',
    on: 'note-2',
  },
];

/** When each lesson of a school day begins and ends. */
export const HOURS = [
  ['8:30', '9:15'],
  ['9:25', '10:10'],
  ['10:30', '11:15'],
  ['11:25', '12:10'],
  ['13:10', '13:55'],
] as const;

/** The week, a row a day from Monday on: five lessons, a class each. */
export const WEEK = [
  ['weather', 'maths', 'stories', 'workshop', 'workshop'],
  ['maths', 'stories', 'tide-pool', 'weather', 'tide-pool'],
  ['stories', 'weather', 'maths', 'tide-pool', 'workshop'],
  ['tide-pool', 'weather', 'maths', 'stories', 'weather'],
  ['maths', 'stories', 'weather', 'workshop', 'tide-pool'],
] as const;

/** A class of the past, with one piece of work that came back in it. */
export const PAST_CLASS = {
  id: 'ropework',
  name: 'Ropework, last year',
  weave: 'bars',
  room: 'the boat shed',
  title: 'My first splice',
  question: 'What was hard about it?',
  answer: 'The third tuck. The strands look alike until one of them comes out again.',
} as const;

/** The code with which a student gets into Island Stories. */
export const INVITE = { classId: 'stories', code: 'STRY2468', teacher: 't-haddad' } as const;
