/** More than anybody means to take in at once: a folder's folders count as well. */
export const MOST_FILES = 500;

/**
 * The files of a drop or a paste, those of dropped folders among them, and in words what was there besides.
 *
 * @param {DataTransfer} data must be read at once: a browser empties it when the event is over
 * @returns {Promise<{files: File[], says: string[]}>}
 */
export async function gather(data) {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry?.()).filter(Boolean);
  const plain = [...data.files];
  const folders = entries.filter((entry) => entry.isDirectory);
  if (folders.length === 0) {
    return cut(plain, plain.length > 0 ? [] : [refusal([...data.types])]);
  }
  const files = [];
  for (const entry of entries) {
    await walk(entry, files);
  }
  const names = folders.map((folder) => folder.name).join(", ");
  const says = files.length === 0 ? `There is no file in ${names}.` : `${names}: ${files.length} ${files.length === 1 ? "file" : "files"} of that folder and of those in it.`;
  return cut(files, [says]);
}

function cut(files, says) {
  return files.length <= MOST_FILES
    ? { files, says }
    : { files: files.slice(0, MOST_FILES), says: [...says, `Only the first ${MOST_FILES} of ${files.length} are taken: drop the others after these.`] };
}

function refusal(types) {
  return types.includes("text/uri-list")
    ? "That is a link, not a picture: nothing is fetched from other sites. Save the picture to a file first, then drop the file here."
    : "There is no file in what was dropped: save the picture to a file first, then drop the file here.";
}

async function walk(entry, into) {
  if (into.length > MOST_FILES || entry.name.startsWith(".")) {
    return;
  }
  if (entry.isFile) {
    into.push(await new Promise((resolve, reject) => entry.file(resolve, reject)));
    return;
  }
  const reader = entry.createReader();
  for (let some = await read(reader); some.length > 0; some = await read(reader)) {
    for (const inner of some) {
      await walk(inner, into);
    }
  }
}

/** A browser hands a folder out in parts of a hundred. */
const read = (reader) => new Promise((resolve, reject) => reader.readEntries(resolve, reject));
