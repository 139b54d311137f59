import { IMPORT_LIMITS, type ImportRequest } from '@juxtameter/contract/check';

export type ReadFiles =
  { readonly ok: true; readonly request: ImportRequest } | { readonly ok: false; readonly message: string };

/** The texts of files; what is too much or no text is refused before it is sent. */
export async function readFiles(files: readonly File[]): Promise<ReadFiles> {
  if (files.length > IMPORT_LIMITS.files)
    return {
      ok: false,
      message: `These are ${files.length} files; at most ${IMPORT_LIMITS.files} are taken at a time.`,
    };
  const size = files.reduce((sum, file) => sum + file.size, 0);
  if (size > IMPORT_LIMITS.characters)
    return { ok: false, message: 'These files are larger than 14 MB together; bring them in a few at a time.' };
  const read = await Promise.all(
    files.map(async (file) => ({ name: file.name.slice(0, 200), text: await textOf(file) })),
  );
  const torn = read.find(({ text }) => text === undefined);
  if (torn) return { ok: false, message: `${torn.name} is no text in UTF-8; accepted: JSON or YAML files.` };
  return { ok: true, request: { files: read.map(({ name, text = '' }) => ({ name, text })) } };
}

async function textOf(file: File): Promise<string | undefined> {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(await file.arrayBuffer());
  } catch {
    // A folder, a picture, a file that is gone by now: whatever it is, it is no document.
    return undefined;
  }
}
