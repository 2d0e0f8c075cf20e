// What file managers leave in folders without anybody having put it there.
const leftovers = /^(\..*|thumbs\.db|desktop\.ini|__macosx)$/i;

/** Every file of a drop or paste, those in folders and their folders too. */
export async function filesOf(transfer: DataTransfer): Promise<File[]> {
  // The list is emptied as soon as the event is over, so entries are taken before the first wait.
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry?.() ?? null);
  if (entries.every((entry) => entry === null)) return withoutLeftovers([...transfer.files]);
  const found = await Promise.all(entries.filter((entry) => entry !== null).map(filesUnder));
  return withoutLeftovers(found.flat());
}

/** Leaves out what nobody put there. */
export const withoutLeftovers = (files: File[]): File[] => files.filter((file) => !leftovers.test(file.name));

async function filesUnder(entry: FileSystemEntry): Promise<File[]> {
  if (leftovers.test(entry.name)) return [];
  if (entry.isFile)
    return [await new Promise<File>((found, failed) => (entry as FileSystemFileEntry).file(found, failed))];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const files: File[] = [];
  // A folder is read in portions until one is empty.
  for (;;) {
    const portion = await new Promise<FileSystemEntry[]>((found, failed) =>
      reader.readEntries(found, failed),
    );
    if (portion.length === 0) return files;
    for (const child of portion) files.push(...(await filesUnder(child)));
  }
}
