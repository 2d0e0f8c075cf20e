// What file managers leave in folders without anybody having put it there.
const leftovers = /^(\..*|thumbs\.db|desktop\.ini|__macosx)$/i;

/** A file, and where it lies in the folder that was dropped. */
export type Placed = { file: File; path: string };

/** Every file of a drop or paste, those in folders and their folders too. */
export const filesOf = async (transfer: DataTransfer): Promise<File[]> =>
  (await placedOf(transfer)).map(({ file }) => file);

/** The same, each with where it lies. */
export async function placedOf(transfer: DataTransfer): Promise<Placed[]> {
  // The list is emptied as soon as the event is over, so entries are taken before the first wait.
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.() ?? null);
  if (entries.every((entry) => entry === null)) return withoutLeftovers([...transfer.files]).map(placed);
  const found = await Promise.all(entries.filter((entry) => entry !== null).map(filesUnder));
  return found.flat();
}

/** A file that was chosen, with where it lies in the folder that was. */
export const placed = (file: File): Placed => ({ file, path: file.webkitRelativePath || file.name });

/** Leaves out what nobody put there. */
export const withoutLeftovers = (files: File[]): File[] => files.filter((file) => !leftovers.test(file.name));

async function filesUnder(entry: FileSystemEntry): Promise<Placed[]> {
  if (leftovers.test(entry.name)) return [];
  if (entry.isFile) {
    const file = await new Promise<File>((found, failed) =>
      (entry as FileSystemFileEntry).file(found, failed),
    );
    return [{ file, path: entry.fullPath.replace(/^\//, "") }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const files: Placed[] = [];
  // A folder is read in portions until one is empty.
  for (;;) {
    const portion = await new Promise<FileSystemEntry[]>((found, failed) =>
      reader.readEntries(found, failed),
    );
    if (portion.length === 0) return files;
    for (const child of portion) files.push(...(await filesUnder(child)));
  }
}
