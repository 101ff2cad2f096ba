/** The people and classes of the demo school, all invented. */
export const SCHOOL = {
  id: 'harbour',
  name: 'The Harbour School',
  zone: 'Europe/Lisbon',
  help: 'Ms Quill in the school office, weekdays 8:00 to 15:30',
} as const;

export const DEMO_PASSWORD = 'kite and string';

export const TEACHERS = [
  {
    id: 't-bello',
    name: 'Ngozi Bello-Strand',
    short: 'Ms Bello-Strand',
    classes: ['weather', 'tide-pool'],
    hours: 'Monday to Thursday until 17:00',
  },
  {
    id: 't-kerr',
    name: 'Tomasz Kerr',
    short: 'Mr Kerr',
    classes: ['maths', 'workshop'],
    hours: 'weekdays from 14:00 to 16:00',
  },
  {
    id: 't-haddad',
    name: 'Amira Haddad',
    short: 'Ms Haddad',
    classes: ['stories'],
    hours: 'Tuesday to Friday, mornings',
  },
] as const;

/** Who looks after people, classes and the year. */
export const OFFICE = [{ id: 'o-quill', name: 'Ida Quill', short: 'Ms Quill' }] as const;

export const CLASSES = [
  { id: 'weather', name: 'Weather & Sky', weave: 'stripe', room: '6' },
  { id: 'maths', name: 'Harbour Mathematics', weave: 'check', room: '2' },
  { id: 'stories', name: 'Island Stories', weave: 'dots', room: '4' },
  { id: 'workshop', name: 'Kite and Boat Workshop', weave: 'herringbone', room: 'the boat shed' },
  { id: 'tide-pool', name: 'Tide-pool Science', weave: 'waves', room: '5' },
] as const;

/** The student whose week the demo shows; the others follow behind. */
export const SHOWN_STUDENT = 's-imke';

/** Students on whom the journeys are walked: nothing of theirs is begun. */
export const FRESH_STUDENTS = ['s-wren', 's-yusuf', 's-zofia', 's-keanu'];

export const STUDENTS = [
  'Imke Aalders',
  'Abena Mensah',
  'Bilal Haddou',
  'Chiara Lund',
  'Dao Nguyen',
  'Eskil Berg',
  'Farida Karimi',
  'Goran Ilic',
  'Hana Sato',
  'Ines Duarte',
  'Jonah Pike',
  'Keanu Palea',
  'Leila Amrani',
  'Mateo Rivas',
  'Noor Rahman',
  'Otso Laine',
  'Priya Nair',
  'Quentin Roy',
  'Rosa Tamm',
  'Sami Khoury',
  'Tove Strand',
  'Wren Okafor',
  'Yusuf Demir',
  'Zofia Nowak',
].map((name) => {
  const [given = '', family = ''] = name.split(' ');
  return {
    id: `s-${given.toLowerCase()}`,
    name,
    short: `${given} ${family.slice(0, 1)}.`,
    userName: given.toLowerCase(),
    // Zofia came in the middle of the year and is in three of the five classes.
    classes: given === 'Zofia' ? ['weather', 'maths', 'workshop'] : CLASSES.map(({ id }) => id as string),
  };
});

/** Holidays: title, and the days from today on which they begin and end. */
export const HOLIDAYS: readonly (readonly [string, number, number])[] = [
  ['Harbour week', 35, 41],
  ['Midsummer', 92, 120],
];

/** Terms: title, and the days from today on which they begin and end. */
export const TERMS: readonly (readonly [string, number, number])[] = [
  ['First term', -60, 34],
  ['Second term', 42, 91],
];

/** Units a class: title, and the days from today on which it begins and ends. */
export const UNITS: Record<string, readonly (readonly [string, number, number])[]> = {
  weather: [
    ['What the air does', -45, -22],
    ['Clouds that tell', -21, 6],
    ['A forecast of our own', 7, 28],
  ],
  maths: [
    ['Ropes and ratios', -40, -15],
    ['Finding where you are', -14, 8],
    ['Tides by numbers', 9, 30],
  ],
  stories: [
    ['Voices of the quay', -38, -12],
    ['Letters over water', -11, 10],
  ],
  workshop: [
    ['Knots that hold', -35, -8],
    ['A kite that flies', -7, 20],
  ],
  'tide-pool': [
    ['Between the tides', -30, -6],
    ['Who eats whom', -5, 18],
  ],
};

export const ANNOUNCEMENTS = [
  {
    classId: 'weather',
    days: -1,
    title: 'Bring a coat on Thursday',
    body: 'We read the sky from the harbour wall in the second lesson, whatever it does.',
  },
  {
    classId: 'weather',
    days: -9,
    title: 'The new mast is up',
    body: 'The wind gauge on the hill now sends a reading every ten minutes. You find the sheet in the hall.',
  },
  {
    classId: 'maths',
    days: -2,
    title: 'Compasses',
    body: 'Please bring yours back by Friday. Three are missing from the box.',
  },
  {
    classId: 'stories',
    days: -3,
    title: 'The captain will read them',
    body: 'Captain Osei takes our letters on the Saturday boat and has promised to answer.',
  },
  {
    classId: 'workshop',
    days: -4,
    title: 'Glue and varnish',
    body: 'The boat shed is open on Wednesday until five for anyone who wants to finish a spar.',
  },
  {
    classId: 'tide-pool',
    days: -2,
    title: 'Low water on Saturday at 9:40',
    body: 'The walk to the pools leaves from the slip at nine. Boots, please.',
  },
] as const;
