/** The guides, one a screen, in the order in which they are printed: each with the paths it belongs to. */
export const GUIDES = [
  { key: 'today', at: /^\/today/ },
  { key: 'work', at: /^\/work/ },
  { key: 'classes', at: /^\/classes\/?$/ },
  { key: 'class-line', at: /^\/classes\/[^/]+$/ },
  { key: 'material', at: /^\/classes\/[^/]+\/materials/ },
  { key: 'compare', at: /^\/desk\/[^/]+\/compare/ },
  { key: 'desk', at: /^\/desk/ },
  { key: 'receipts', at: /^\/receipts/ },
  { key: 'shelf', at: /^\/shelf/ },
  { key: 'news', at: /^\/whats-new/ },
  { key: 'find', at: null },
  { key: 'marking', at: /^\/marking/ },
  { key: 'answers', at: /^\/answers/ },
  { key: 'set', at: /^\/set\// },
  { key: 'asides', at: /^\/asides/ },
  { key: 'people', at: /^\/office\/people/ },
  { key: 'office-classes', at: /^\/office\/(classes|lessons)/ },
  { key: 'year', at: /^\/office\/(year|log)/ },
  { key: 'rosters', at: /^\/office\/rosters/ },
  { key: 'password', at: /^\/password/ },
] as const;

export type GuideKey = (typeof GUIDES)[number]['key'];

/** The guide to the screen at a path; that to Today where a screen has none of its own. */
export const guideAt = (path: string): GuideKey => GUIDES.find(({ at }) => at?.test(path))?.key ?? 'today';
