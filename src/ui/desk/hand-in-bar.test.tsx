import type { ReadyCheck } from '@/core/asks/ready-check';
import type { MoveKind } from '@/core/work/moves';
import type { State } from '@/core/work/standing';
import type { DeskView } from '@/server/reading/desk/desk';
import { type Times, useTimes } from '../common/times';
import { rendered, words } from '../rendered';
import { HandInBar } from './hand-in-bar';

const NOW = Date.UTC(2027, 2, 9, 10, 42);
const HOUR = 3_600_000;

const check: ReadyCheck = {
  findings: [
    {
      askId: 'a',
      kind: 'sentences',
      result: 'met',
      problem: 'none',
      bars: false,
      place: 'q1',
      number: 1,
      found: 2,
      min: 2,
      max: 3,
      openEnd: false,
      details: [],
    },
    {
      askId: 'b',
      kind: 'sentences',
      result: 'unmet',
      problem: 'too-few',
      bars: true,
      place: 'q2',
      number: 2,
      found: 1,
      min: 2,
      max: 3,
      openEnd: true,
      details: [],
    },
    {
      askId: 'c',
      kind: 'words',
      result: 'unmet',
      problem: 'too-many',
      bars: false,
      place: 'q3',
      number: 3,
      found: 93,
      min: 20,
      max: 90,
      openEnd: false,
      details: [],
    },
    {
      askId: 'd',
      kind: 'answered',
      result: 'unmet',
      problem: 'empty',
      bars: false,
      place: 'q4',
      number: 4,
      found: 0,
      min: 1,
      max: null,
      openEnd: false,
      details: [],
    },
  ],
  met: 1,
  substance: 'own',
  untouched: false,
  ready: false,
  answers: [],
  photographed: 0,
  words: 120,
};

const view = (state: State, moves: readonly MoveKind[], more: Partial<DeskView> = {}): DeskView => ({
  id: 'a' as DeskView['id'],
  title: 'Reading the cloud ladder',
  class: { id: 'weather', name: 'Weather & Sky', weave: 'stripe', locale: 'en' },
  teachers: ['Ngozi Bello-Strand'],
  unit: null,
  minutes: 45,
  points: 20,
  takes: 'pieces',
  late: { kind: 'no-loss' },
  opensAt: NOW + 2 * HOUR,
  dueAt: NOW - HOUR,
  closesAt: NOW + 26 * HOUR,
  goes: null,
  goesUsed: 0,
  state,
  begun: true,
  moves,
  takeBack: true,
  earlier: [],
  group: [],
  extraMinutes: 0,
  instructions: null,
  steps: [],
  at: null,
  pieces: [],
  onShelf: [],
  accept: '',
  largestFile: 0,
  notes: null,
  spelling: { variety: 'off', own: [] },
  asks: [],
  rubric: [],
  receipts: [],
  feedback: [],
  aside: [],
  floorUnread: 0,
  student: { id: 's' as DeskView['student']['id'], name: 'Imke Aalders', shortName: 'Imke A.' },
  waitsFor: [],
  next: null,
  ...more,
});

const receipt = {
  id: 'h',
  number: 1007,
  at: NOW,
  late_by: 0,
  pieces: [],
  findings: [],
} as unknown as DeskView['receipts'][number];
const feedback = {
  at: NOW - HOUR,
  earned: 18,
  lostLate: 2,
  anotherGo: false,
} as unknown as DeskView['feedback'][number];

function Shown({
  of,
  found = check,
  unchecked = false,
  coming = false,
  unfolded = false,
}: {
  of: DeskView;
  found?: ReadyCheck | null;
  unchecked?: boolean;
  coming?: boolean;
  unfolded?: boolean;
}) {
  const times: Times = useTimes('UTC');
  const nothing = () => {};
  return (
    <HandInBar
      view={of}
      check={found}
      times={times}
      now={NOW}
      unchecked={unchecked}
      coming={coming}
      safety={null}
      busy={false}
      unfolded={unfolded}
      pieces={2}
      unfold={nothing}
      jump={nothing}
      handIn={nothing}
      takeBack={nothing}
      readFeedback={nothing}
    />
  );
}

/** A step whose copy was opened. */
const written = {
  id: 'w',
  kind: 'write',
  open: true,
  done: true,
  given: { document: { id: 'd', title: 'Answers', kind: 'text' } },
} as unknown as DeskView['steps'][number];

const said = (of: DeskView, locale: 'en' | 'ar' = 'en') => words(rendered(<Shown of={of} />, locale));

describe('the hand-in bar', () => {
  test('work that opens at a time says when, and work that waits for other work says after what, and no time', () => {
    expect(said(view('opens-later', [], { opensAt: NOW + 30 * HOUR }))).toBe('Opens tomorrow 16:42.');
    const waitsFor = [
      { id: 'a' as DeskView['id'], title: 'The ladder', done: false },
      { id: 'b' as DeskView['id'], title: 'The rope', done: true },
    ];
    expect(said(view('opens-later', [], { opensAt: null, waitsFor }))).toBe('Opens after “The ladder”.');
    expect(said(view('opens-later', [], { opensAt: NOW - HOUR, waitsFor }))).toBe('Opens after “The ladder”.');
  });

  test('where nothing is there nothing is handed in; while it is checked, and where it cannot be, one goes to hand it in', () => {
    const button = (html: string) => /<button[^>]*>(?:(?!<\/button>).)*Hand in 2 pieces/s.exec(html)?.[0] ?? '';
    const of = view('under-way', ['hand-in']);
    const nothing = rendered(<Shown of={of} found={null} />);
    expect(button(nothing)).toContain('disabled');
    const waiting = rendered(<Shown of={of} found={null} coming />);
    expect(button(waiting)).toContain('Hand in 2 pieces');
    expect(button(waiting)).not.toContain('disabled');
    const broken = rendered(<Shown of={of} found={null} unchecked />);
    expect(words(broken)).toContain('Your school checks it when you hand it in.');
    expect(button(broken)).toContain('Hand in 2 pieces');
    expect(button(broken)).not.toContain('disabled');
  });

  test.each([
    ['opens-later', [], {}, 'Opens today 12:42.'],
    [
      'closed',
      ['open'],
      { closesAt: NOW - HOUR, steps: [written] },
      'Closed since today 9:42. It can no longer be handed in. What you wrote is kept.',
    ],
    ['handed-in', ['take-back'], { receipts: [receipt] }, '10:42:00. On time. Take back'],
    ['handed-in', [], { receipts: [receipt] }, 'It cannot be taken back.'],
    [
      'handed-in-late',
      ['take-back'],
      { receipts: [{ ...receipt, late_by: 25 * HOUR }] },
      'Late by 1 day 1 h. Take back',
    ],
    ['handed-in', ['take-back'], { takes: 'tick', receipts: [receipt] }, 'Ticked off. Receipt 1007'],
    ['handed-back', [], { feedback: [feedback] }, '16 of 20 handed back today 9:42 Read feedback'],
    ['handed-back', [], { feedback: [{ ...feedback, earned: null }] }, 'Handed back.'],
    ['another-go', ['hand-in'], { feedback: [feedback] }, 'Your teacher asks for another go.'],
    ['overdue', ['hand-in'], {}, 'Overdue, still taken until tomorrow 12:42.'],
    [
      'overdue',
      ['hand-in'],
      { late: { kind: 'loss', points: 2, per: 'day', floor: 5 } },
      'still taken until tomorrow 12:42 at 2 points less a day.',
    ],
    [
      'not-started',
      ['tick-off'],
      { takes: 'tick' },
      'There is nothing to hand in. Tick it off when it is done. Tick off',
    ],
    ['under-way', ['hand-in'], {}, 'Hand in 2 pieces …'],
    ['not-started', ['do-step'], {}, 'Read what has to be agreed to first, and agree; then you can go on.'],
    [
      'under-way',
      ['edit', 'hand-in'],
      { receipts: [receipt] },
      'You took it back: nothing lies with your teacher now. Hand it in again until tomorrow 12:42. Your last receipt was 1007',
    ],
    ['under-way', ['edit', 'hand-in'], { receipts: [receipt], closesAt: null }, 'Hand it in again when it is ready.'],
    [
      'closed',
      ['open'],
      { closesAt: NOW - HOUR, steps: [] },
      'Closed since today 9:42. It can no longer be handed in.',
    ],
  ] as const)('%s with %j: %j', (state, moves, more, expected) => {
    expect(said(view(state, moves, more as Partial<DeskView>))).toContain(expected);
  });

  test('says what is missing, question by question, and the button says what it does', () => {
    const bar = said(view('under-way', ['hand-in']));
    expect(bar).toContain('1 of 4 are there.');
    expect(bar).toContain('Question 2 needs one more sentence. Question 3 has 3 words too many.');
  });

  test('unfolds into every ask with what was found, and whether it is needed', () => {
    const list = words(rendered(<Shown of={view('under-way', ['hand-in'])} unfolded />));
    expect(list).toContain('✓ there Question 1: 2 sentences of 2 to 3 Go there');
    expect(list).toContain('○ needed Question 2: 1 sentence of 2 to 3, no end mark yet Go there');
    expect(list).toContain('○ still open Question 4: not answered yet Go there');
  });

  test('an untouched starter is named as that, nothing in it counts, and without a check the button waits', () => {
    const blank = rendered(
      <Shown of={view('not-started', ['hand-in'])} found={{ ...check, substance: 'untouched', untouched: true }} />,
    );
    expect(words(blank)).toContain('Nothing of your own is in it yet: it is as your teacher gave it.');
    expect(words(blank)).not.toContain('are there');
    expect(blank).not.toContain('class="met"');
    expect(rendered(<Shown of={view('under-way', ['hand-in'])} />)).toContain('class="met"');
    const waiting = rendered(<Shown of={view('not-started', ['hand-in'])} found={null} />);
    expect(words(waiting)).toContain('Nothing is begun yet.');
    expect(waiting).toMatch(/<button[^>]*disabled=""/);
  });

  test('speaks Arabic with Arabic plurals', () => {
    expect(said(view('under-way', ['hand-in']), 'ar')).toContain('السؤال 2 يحتاج جملة أخرى.');
    expect(said(view('under-way', ['hand-in']), 'ar')).toContain('سلّم قطعتين …');
  });
});
