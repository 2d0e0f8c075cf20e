const arrows = ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"] as const;
const shifted = (keys: readonly string[]) => keys.map((key) => `shift+${key}`);
const digits = ["1", "2", "3", "4", "5", "6", "7", "8", "9"] as const;

const define = <T extends Record<string, Record<string, readonly string[]>>>(all: T) => all;

/** Everything that can be done, by where it can be done, with its keys as `keyNames` gives them. What it is called stands in `words.ts`. */
export const catalogue = define({
  everywhere: {
    find: ["/"],
    undo: ["mod+z"],
    redo: ["mod+shift+z", "mod+y"],
    help: ["?", "F1"],
  },
  siteCheck: {
    start: ["n"],
    go: ["ArrowUp", "ArrowDown"],
    select: [" "],
    selectAll: ["mod+a"],
    take: ["t"],
    package: ["p"],
    slots: ["m"],
  },
  sources: {
    add: ["a"],
    go: [...arrows, ...shifted(arrows)],
    select: [" "],
    selectAll: ["mod+a"],
    frame: ["f", "Enter"],
    name: ["n"],
    pair: ["p"],
    files: ["m"],
    bin: ["Delete"],
  },
  names: {
    back: ["Escape"],
  },
  pair: {
    direction: ["d"],
    swap: ["x"],
    by: ["l"],
    make: ["Enter"],
    back: ["Escape"],
  },
  storage: {
    back: ["Escape"],
  },
  destinations: {
    newSlot: ["n"],
    save: ["s"],
    measure: ["m"],
  },
  measuring: {
    move: [...arrows, ...shifted(arrows)],
    snap: ["e"],
    create: ["Enter"],
    back: ["Escape"],
  },
  framing: {
    move: [...arrows, ...shifted(arrows)],
    smaller: ["+", "="],
    larger: ["-"],
    subject: ["s"],
    focus: ["o"],
    frame: ["e"],
    confirm: ["c"],
    left: ["q"],
    right: ["w"],
    mirror: ["m"],
    straighten: ["v"],
    words: ["t"],
    tilt: [",", "."],
    automatic: ["0"],
    unlink: ["a"],
    remedy: digits,
    guides: ["g"],
    actual: ["z"],
    place: ["n", "p"],
    picture: ["shift+n", "shift+p"],
    sheet: ["k"],
    subjects: ["b"],
    copy: ["y"],
    leaveOut: ["l"],
    render: ["r"],
    review: ["i"],
    back: ["Escape"],
  },
  review: {
    accept: ["Enter"],
    later: ["j"],
    stop: ["Escape"],
  },
  subjects: {
    go: arrows,
    wrong: [" "],
    confirm: ["Enter"],
    draw: ["d"],
    none: ["0"],
    series: ["s"],
    shapes: ["k"],
    frame: ["f"],
    more: ["n"],
    back: ["Escape"],
  },
  drawing: {
    move: [...arrows, ...shifted(arrows)],
    keep: ["Enter"],
    back: ["Escape"],
  },
  series: {
    take: ["Enter"],
  },
  sheet: {
    larger: ["+", "="],
    smaller: ["-"],
    back: ["Escape"],
  },
  copy: {
    apply: ["Enter"],
    back: ["Escape"],
  },
  board: {
    go: [...arrows, ...shifted(arrows), "PageUp", "PageDown", "shift+PageUp", "shift+PageDown"],
    ends: ["Home", "End", "shift+Home", "shift+End"],
    select: [" "],
    selectAll: ["mod+a"],
    selectNone: ["Escape"],
    frame: ["Enter"],
    weigh: ["w"],
    render: ["r"],
    leaveOut: ["l"],
    include: ["t"],
    pack: ["p"],
    proof: ["o"],
    copy: ["c"],
  },
  weight: {
    divider: ["d"],
    sideBySide: ["b"],
    alternate: ["x"],
    difference: ["f"],
    swap: [" "],
    zoomIn: ["+", "="],
    zoomOut: ["-"],
    actual: ["0"],
    pan: [...arrows, ...shifted(arrows)],
    quality: [",", "."],
    format: ["g"],
    byHand: ["h"],
    automatic: ["a"],
    remedy: digits,
    render: ["r"],
    next: ["Enter"],
    back: ["Escape"],
  },
  worst: {
    go: ["ArrowUp", "ArrowDown"],
    open: ["Enter"],
    totals: ["t"],
  },
  totals: {
    back: ["Escape"],
  },
  runs: {
    go: ["ArrowUp", "ArrowDown"],
    frame: ["Enter"],
    weigh: ["w"],
  },
  proof: {
    viewport: ["ArrowLeft", "ArrowRight", "shift+ArrowLeft", "shift+ArrowRight"],
    device: [",", "."],
    density: ["d"],
    page: ["m"],
    beside: ["b"],
    close: ["x"],
    picture: ["n", "p"],
    copy: ["c"],
    render: ["r"],
  },
  packages: {
    go: ["ArrowUp", "ArrowDown"],
    changed: ["c"],
    all: ["p"],
    copy: ["h"],
  },
  publishing: {
    go: ["ArrowUp", "ArrowDown"],
    targets: ["t"],
    dryRun: ["d"],
    publish: ["p"],
  },
});

type Catalogue = typeof catalogue;

/** Where things are done. */
export type Scope = keyof Catalogue;

/** The things that are done there. */
export type ActOf<S extends Scope> = keyof Catalogue[S] & string;

/** One thing, by its place and name: `sources.add`. */
export type ActId = { [S in Scope]: `${S}.${ActOf<S>}` }[Scope];

/** The keys of one; the first is shown. */
export function keysOf(id: ActId): readonly string[] {
  const [scope, act] = id.split(".") as [Scope, string];
  return (catalogue[scope] as Record<string, readonly string[]>)[act] ?? [];
}

const marks: Record<string, string> = {
  " ": "Space",
  Delete: "Del",
  Escape: "Esc",
  ArrowLeft: "←",
  ArrowRight: "→",
  ArrowUp: "↑",
  ArrowDown: "↓",
  mod: "Ctrl",
  shift: "Shift",
  "-": "−",
};

/** What stands on the keys of a combination. */
export const keyMarks = (keys: string): string[] =>
  keys.split("+").length > 1 && keys.length > 1
    ? keys.split("+").map((key) => marks[key] ?? (key.length === 1 ? key.toUpperCase() : key))
    : [marks[keys] ?? (keys.length === 1 ? keys.toUpperCase() : keys)];
