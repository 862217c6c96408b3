// What was dropped as files: those of folders and of folders in them too, hidden ones and what programs leave beside open files not.
const LEFT_OUT = /^(?:\.|~|__MACOSX$)/;

// A reader gives some at a time, and none when there are no more.
async function listed(folder) {
  const reader = folder.createReader();
  const all = [];
  for (;;) {
    const some = await new Promise((done, failed) => reader.readEntries(done, failed));
    if (!some.length) return all;
    all.push(...some);
  }
}

async function filesIn(entry) {
  if (LEFT_OUT.test(entry.name)) return [];
  if (entry.isFile) return [await new Promise((done, failed) => entry.file(done, failed))];
  const inside = [];
  for (const one of await listed(entry)) inside.push(...(await filesIn(one)));
  return inside;
}

// The entries have to be asked for while the drop is under way.
export const entriesOf = (items) => [...items].map((item) => item.webkitGetAsEntry?.()).filter(Boolean);

export async function filesOf(entries) {
  const files = [];
  for (const entry of entries) files.push(...(await filesIn(entry)));
  return files;
}
