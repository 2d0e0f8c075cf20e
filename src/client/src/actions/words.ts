import type { ActOf, Scope } from "./catalogue";

/** What something is called that can be done, and what stands for its keys where there are many. */
export type Words = string | { label: string; shown: readonly string[] };

const arrowMarks = ["←", "→", "↑", "↓"];

/** What everything is called that can be done, by where it can be done. */
export const actWords: { [S in Scope]: { title: string; acts: Record<ActOf<S>, Words> } } = {
  everywhere: {
    title: "Everywhere",
    acts: {
      find: "Find a picture",
      undo: "Undo",
      redo: "Redo",
      help: "Help and keys",
    },
  },
  siteCheck: {
    title: "Site check",
    acts: {
      start: "Check a site",
      go: "Go to a picture",
      select: "Select or deselect the picture",
      selectAll: "Select all that are shown",
      take: "Add to sources",
      package: "Package the better files",
      slots: "Make slots of the places",
    },
  },
  sources: {
    title: "Sources",
    acts: {
      add: "Add pictures",
      go: { label: "Go to a picture; with Shift, select a range", shown: arrowMarks },
      select: "Select or deselect the picture",
      selectAll: "Select all that are shown",
      frame: "Frame",
      name: "Name the selected pictures",
      pair: "Make one picture of the selected ones, or pairs of many",
      files: "Make files of the selected pictures",
      bin: "Move to bin",
    },
  },
  names: {
    title: "Names",
    acts: {
      back: "Cancel",
    },
  },
  pair: {
    title: "Pair",
    acts: {
      direction: "Side by side, or one above the other",
      swap: "Change their order",
      by: "Pair by order, or by light",
      make: "Make",
      back: "Cancel",
    },
  },
  storage: {
    title: "Storage",
    acts: {
      back: "Back to the pictures",
    },
  },
  destinations: {
    title: "Destinations",
    acts: {
      newSlot: "New slot",
      save: "Save",
      measure: "Measure on a screenshot",
    },
  },
  measuring: {
    title: "Measuring on a screenshot",
    acts: {
      move: { label: "Move the area 1 px; with Shift, its corner", shown: arrowMarks },
      snap: "Snap to the edges nearby",
      create: "Create a slot from it",
      back: "Cancel",
    },
  },
  framing: {
    title: "Framing",
    acts: {
      move: { label: "Move the frame 1 px; with Shift, 10 px", shown: arrowMarks },
      smaller: "Smaller frame",
      larger: "Larger frame",
      subject: "Edit the subject",
      focus: "Move the focus",
      frame: "Edit the frame",
      confirm: "Confirm the subject",
      left: "Turn left",
      right: "Turn right",
      mirror: "Mirror",
      straighten: "Straighten along a line",
      words: "Words on the picture",
      tilt: "Straighten by 0.1°",
      automatic: "Reset to automatic",
      unlink: "Unlink, or link again",
      remedy: { label: "Apply a remedy", shown: ["1", "…", "9"] },
      guides: "Next guides",
      actual: "100 %",
      place: "Next and previous place",
      picture: "Next and previous picture",
      sheet: "Contact sheet",
      subjects: "Subjects of all pictures",
      copy: "Copy to the other selected pictures",
      leaveOut: "Leave out, or include again",
      render: "Render",
      review: "Begin the review",
      back: "Let go",
    },
  },
  review: {
    title: "Review",
    acts: {
      accept: "Accept, or confirm, and go on",
      later: "Later",
      stop: "Stop",
    },
  },
  subjects: {
    title: "Subjects",
    acts: {
      go: { label: "Go to a picture", shown: arrowMarks },
      wrong: "Not right, or right again",
      confirm: "Confirm all that are right",
      draw: "Draw the subject",
      none: "Nothing in particular must stay",
      series: "Take the subject for the series",
      shapes: "Show the shapes, or the pictures",
      frame: "Open the framing",
      more: "Next pictures",
      back: "Back",
    },
  },
  drawing: {
    title: "Drawing a subject by keys",
    acts: {
      move: { label: "Move the subject; with Shift, its corner", shown: arrowMarks },
      keep: "Keep it, and go on to the next",
      back: "Cancel",
    },
  },
  series: {
    title: "A series",
    acts: {
      take: "Take for all that are ticked",
    },
  },
  sheet: {
    title: "Contact sheet",
    acts: {
      larger: "Larger",
      smaller: "Smaller",
      back: "Back",
    },
  },
  copy: {
    title: "Copying a framing",
    acts: {
      apply: "Apply",
      back: "Cancel",
    },
  },
  board: {
    title: "Board",
    acts: {
      go: { label: "Go to a cell; with Shift, select a range", shown: arrowMarks },
      ends: "First and last place of the row",
      select: "Select or deselect the cell",
      selectAll: "Select all that are shown",
      selectNone: "Select none",
      frame: "Open the framing",
      weigh: "Open the file size",
      render: "Render what is selected, or all that is due",
      leaveOut: "Leave out",
      include: "Include again",
      pack: "Package what is selected, or all",
      proof: "Open the proof",
      copy: "Copy the HTML",
    },
  },
  weight: {
    title: "Weight",
    acts: {
      divider: "Divider",
      sideBySide: "Side by side",
      alternate: "Alternate",
      difference: "Difference",
      swap: "Alternate: before or after",
      zoomIn: "Zoom in",
      zoomOut: "Zoom out",
      actual: "100 %",
      pan: { label: "Move the picture; with Shift, far", shown: arrowMarks },
      quality: "Lower and higher quality",
      format: "Next format",
      byHand: "Set by hand",
      automatic: "Reset to automatic",
      remedy: { label: "Apply a remedy", shown: ["1", "…", "9"] },
      render: "Render this place again",
      next: "Next problem",
      back: "Back to the list",
    },
  },
  worst: {
    title: "Files by problem",
    acts: {
      go: { label: "Previous and next file", shown: ["↑", "↓"] },
      open: "Open",
      totals: "Totals",
    },
  },
  totals: {
    title: "Totals",
    acts: {
      back: "Back",
    },
  },
  runs: {
    title: "Runs",
    acts: {
      go: { label: "Previous and next file", shown: ["↑", "↓"] },
      frame: "Open the file's framing",
      weigh: "Open the file's size",
    },
  },
  proof: {
    title: "Proof",
    acts: {
      viewport: { label: "Viewport 1 px; with Shift, 20 px", shown: ["←", "→"] },
      device: "Previous and next device",
      density: "Next density",
      page: "Next model page",
      beside: "Add a viewport",
      close: "Close the viewport",
      picture: "Next and previous picture",
      copy: "Copy the markup",
      render: "Render this place",
    },
  },
  packages: {
    title: "Packages",
    acts: {
      go: { label: "Previous and next package", shown: ["↑", "↓"] },
      changed: "Package what changed since the last package",
      all: "Package all that is finished",
      copy: "Copy the HTML",
    },
  },
  publishing: {
    title: "Publishing",
    acts: {
      go: { label: "Previous and next publication", shown: ["↑", "↓"] },
      targets: "Targets",
      dryRun: "Say what would be changed",
      publish: "Publish",
    },
  },
};
