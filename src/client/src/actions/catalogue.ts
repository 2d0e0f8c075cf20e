/** One thing that a person can do: how it is called and which keys do it. */
export type Definition = {
  label: string;
  /** As `keyNames` gives them; the first ones are shown. */
  keys?: readonly string[];
  /** What stands for the keys where there are many. */
  shown?: readonly string[];
};

const arrows = ["ArrowLeft", "ArrowRight", "ArrowUp", "ArrowDown"] as const;
const shifted = (keys: readonly string[]) => keys.map((key) => `shift+${key}`);
const arrowMarks = ["←", "→", "↑", "↓"];
const digits = ["1", "2", "3", "4", "5", "6", "7", "8", "9"] as const;

const define = <T extends Record<string, { title: string; acts: Record<string, Definition> }>>(all: T) => all;

/** Everything that can be done, by where it can be done. Buttons, keys, menus and the list of shortcuts read from here. */
export const catalogue = define({
  everywhere: {
    title: "Everywhere",
    acts: {
      find: { label: "Find a picture", keys: ["/"] },
      undo: { label: "Undo", keys: ["mod+z"] },
      redo: { label: "Redo", keys: ["mod+shift+z", "mod+y"] },
      help: { label: "Help and keys", keys: ["?", "F1"] },
    },
  },
  sources: {
    title: "Sources",
    acts: {
      add: { label: "Add pictures", keys: ["a"] },
      go: {
        label: "Go to a picture; with Shift, select a range",
        keys: [...arrows, ...shifted(arrows)],
        shown: arrowMarks,
      },
      select: { label: "Select or deselect the picture", keys: [" "] },
      selectAll: { label: "Select all that are shown", keys: ["mod+a"] },
      frame: { label: "Frame", keys: ["f", "Enter"] },
      name: { label: "Name the selected pictures", keys: ["n"] },
      files: { label: "Make files of the selected pictures", keys: ["m"] },
      bin: { label: "Move to bin", keys: ["Delete"] },
    },
  },
  names: { title: "Names", acts: { back: { label: "Cancel", keys: ["Escape"] } } },
  storage: { title: "Storage", acts: { back: { label: "Back to the pictures", keys: ["Escape"] } } },
  destinations: {
    title: "Destinations",
    acts: {
      newSlot: { label: "New slot", keys: ["n"] },
      save: { label: "Save", keys: ["s"] },
      measure: { label: "Measure on a screenshot", keys: ["m"] },
    },
  },
  measuring: {
    title: "Measuring on a screenshot",
    acts: {
      move: {
        label: "Move the area 1 px; with Shift, its corner",
        keys: [...arrows, ...shifted(arrows)],
        shown: arrowMarks,
      },
      snap: { label: "Snap to the edges nearby", keys: ["e"] },
      create: { label: "Create a slot from it", keys: ["Enter"] },
      back: { label: "Cancel", keys: ["Escape"] },
    },
  },
  framing: {
    title: "Framing",
    acts: {
      move: {
        label: "Move the frame 1 px; with Shift, 10 px",
        keys: [...arrows, ...shifted(arrows)],
        shown: arrowMarks,
      },
      smaller: { label: "Smaller frame", keys: ["+", "="] },
      larger: { label: "Larger frame", keys: ["-"] },
      subject: { label: "Edit the subject", keys: ["s"] },
      focus: { label: "Move the focus", keys: ["o"] },
      frame: { label: "Edit the frame", keys: ["e"] },
      confirm: { label: "Confirm the subject", keys: ["c"] },
      left: { label: "Turn left", keys: ["q"] },
      right: { label: "Turn right", keys: ["w"] },
      mirror: { label: "Mirror", keys: ["m"] },
      straighten: { label: "Straighten along a line", keys: ["v"] },
      tilt: { label: "Straighten by 0.1°", keys: [",", "."] },
      automatic: { label: "Reset to automatic", keys: ["0"] },
      unlink: { label: "Unlink, or link again", keys: ["a"] },
      remedy: { label: "Apply a remedy", keys: digits, shown: ["1", "…", "9"] },
      guides: { label: "Next guides", keys: ["g"] },
      actual: { label: "100 %", keys: ["z"] },
      place: { label: "Next and previous place", keys: ["n", "p"] },
      picture: { label: "Next and previous picture", keys: ["shift+n", "shift+p"] },
      sheet: { label: "Contact sheet", keys: ["k"] },
      subjects: { label: "Subjects of all pictures", keys: ["b"] },
      copy: { label: "Copy to the other selected pictures", keys: ["y"] },
      leaveOut: { label: "Leave out, or include again", keys: ["l"] },
      render: { label: "Render", keys: ["r"] },
      review: { label: "Begin the review", keys: ["i"] },
      back: { label: "Let go", keys: ["Escape"] },
    },
  },
  review: {
    title: "Review",
    acts: {
      accept: { label: "Accept, or confirm, and go on", keys: ["Enter"] },
      later: { label: "Later", keys: ["j"] },
      stop: { label: "Stop", keys: ["Escape"] },
    },
  },
  subjects: {
    title: "Subjects",
    acts: {
      go: { label: "Go to a picture", keys: arrows, shown: arrowMarks },
      wrong: { label: "Not right, or right again", keys: [" "] },
      confirm: { label: "Confirm all that are right", keys: ["Enter"] },
      draw: { label: "Draw the subject", keys: ["d"] },
      none: { label: "Nothing in particular must stay", keys: ["0"] },
      series: { label: "Take the subject for the series", keys: ["s"] },
      shapes: { label: "Show the shapes, or the pictures", keys: ["k"] },
      frame: { label: "Open the framing", keys: ["f"] },
      more: { label: "Next pictures", keys: ["n"] },
      back: { label: "Back", keys: ["Escape"] },
    },
  },
  drawing: {
    title: "Drawing a subject by keys",
    acts: {
      move: {
        label: "Move the subject; with Shift, its corner",
        keys: [...arrows, ...shifted(arrows)],
        shown: arrowMarks,
      },
      keep: { label: "Keep it, and go on to the next", keys: ["Enter"] },
      back: { label: "Cancel", keys: ["Escape"] },
    },
  },
  series: {
    title: "A series",
    acts: { take: { label: "Take for all that are ticked", keys: ["Enter"] } },
  },
  sheet: {
    title: "Contact sheet",
    acts: {
      larger: { label: "Larger", keys: ["+", "="] },
      smaller: { label: "Smaller", keys: ["-"] },
      back: { label: "Back", keys: ["Escape"] },
    },
  },
  copy: {
    title: "Copying a framing",
    acts: {
      apply: { label: "Apply", keys: ["Enter"] },
      back: { label: "Cancel", keys: ["Escape"] },
    },
  },
  board: {
    title: "Board",
    acts: {
      go: {
        label: "Go to a cell; with Shift, select a range",
        keys: [...arrows, ...shifted(arrows), "PageUp", "PageDown", "shift+PageUp", "shift+PageDown"],
        shown: arrowMarks,
      },
      ends: { label: "First and last place of the row", keys: ["Home", "End", "shift+Home", "shift+End"] },
      select: { label: "Select or deselect the cell", keys: [" "] },
      selectAll: { label: "Select all that are shown", keys: ["mod+a"] },
      selectNone: { label: "Select none", keys: ["Escape"] },
      frame: { label: "Open the framing", keys: ["Enter"] },
      weigh: { label: "Open the file size", keys: ["w"] },
      render: { label: "Render what is selected, or all that is due", keys: ["r"] },
      leaveOut: { label: "Leave out", keys: ["l"] },
      include: { label: "Include again", keys: ["t"] },
      pack: { label: "Package what is selected, or all", keys: ["p"] },
      proof: { label: "Open the proof", keys: ["o"] },
      copy: { label: "Copy the HTML", keys: ["c"] },
    },
  },
  weight: {
    title: "Weight",
    acts: {
      divider: { label: "Divider", keys: ["d"] },
      sideBySide: { label: "Side by side", keys: ["b"] },
      alternate: { label: "Alternate", keys: ["x"] },
      difference: { label: "Difference", keys: ["f"] },
      swap: { label: "Alternate: before or after", keys: [" "] },
      zoomIn: { label: "Zoom in", keys: ["+", "="] },
      zoomOut: { label: "Zoom out", keys: ["-"] },
      actual: { label: "100 %", keys: ["0"] },
      pan: {
        label: "Move the picture; with Shift, far",
        keys: [...arrows, ...shifted(arrows)],
        shown: arrowMarks,
      },
      quality: { label: "Lower and higher quality", keys: [",", "."] },
      format: { label: "Next format", keys: ["g"] },
      byHand: { label: "Set by hand", keys: ["h"] },
      automatic: { label: "Reset to automatic", keys: ["a"] },
      remedy: { label: "Apply a remedy", keys: digits, shown: ["1", "…", "9"] },
      render: { label: "Render this place again", keys: ["r"] },
      next: { label: "Next problem", keys: ["Enter"] },
      back: { label: "Back to the list", keys: ["Escape"] },
    },
  },
  worst: {
    title: "Files by problem",
    acts: {
      go: { label: "Previous and next file", keys: ["ArrowUp", "ArrowDown"], shown: ["↑", "↓"] },
      open: { label: "Open", keys: ["Enter"] },
      totals: { label: "Totals", keys: ["t"] },
    },
  },
  totals: { title: "Totals", acts: { back: { label: "Back", keys: ["Escape"] } } },
  runs: {
    title: "Runs",
    acts: {
      go: { label: "Previous and next file", keys: ["ArrowUp", "ArrowDown"], shown: ["↑", "↓"] },
      frame: { label: "Open the file's framing", keys: ["Enter"] },
      weigh: { label: "Open the file's size", keys: ["w"] },
    },
  },
  proof: {
    title: "Proof",
    acts: {
      viewport: {
        label: "Viewport 1 px; with Shift, 20 px",
        keys: ["ArrowLeft", "ArrowRight", "shift+ArrowLeft", "shift+ArrowRight"],
        shown: ["←", "→"],
      },
      device: { label: "Previous and next device", keys: [",", "."] },
      density: { label: "Next density", keys: ["d"] },
      page: { label: "Next model page", keys: ["m"] },
      beside: { label: "Add a viewport", keys: ["b"] },
      close: { label: "Close the viewport", keys: ["x"] },
      picture: { label: "Next and previous picture", keys: ["n", "p"] },
      copy: { label: "Copy the markup", keys: ["c"] },
      render: { label: "Render this place", keys: ["r"] },
    },
  },
  packages: {
    title: "Packages",
    acts: {
      go: { label: "Previous and next package", keys: ["ArrowUp", "ArrowDown"], shown: ["↑", "↓"] },
      changed: { label: "Package what changed since the last package", keys: ["c"] },
      all: { label: "Package all that is finished", keys: ["p"] },
      copy: { label: "Copy the HTML", keys: ["h"] },
    },
  },
});

type Catalogue = typeof catalogue;

/** Where things are done. */
export type Scope = keyof Catalogue;

/** The things that are done there. */
export type ActOf<S extends Scope> = keyof Catalogue[S]["acts"] & string;

/** One thing, by its place and name: `sources.add`. */
export type ActId = { [S in Scope]: `${S}.${ActOf<S>}` }[Scope];

/** What the catalogue says of one. */
export function definitionOf(id: ActId): Definition {
  const [scope, act] = id.split(".") as [Scope, string];
  return (catalogue[scope].acts as Record<string, Definition>)[act] as Definition;
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
