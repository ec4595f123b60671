// What this device keeps under names. Where its storage is full or refused, it is kept for as long as the page is open.

const memory = new Map<string, string>();

function storage(): Storage | undefined {
  try {
    return window.localStorage;
  } catch {
    return undefined; // refused altogether
  }
}

export function keepAs(name: string, value: object) {
  const text = JSON.stringify(value);
  try {
    const own = storage();
    if (!own) throw new Error("there is no storage");
    own.setItem(name, text);
    memory.delete(name);
  } catch {
    memory.set(name, text);
  }
}

export function letGoOf(name: string) {
  memory.delete(name);
  storage()?.removeItem(name);
}

/** What is kept under a name; undefined where nothing is, or something that cannot be read. */
export function keptAs<T>(name: string): T | undefined {
  try {
    return JSON.parse(memory.get(name) ?? storage()?.getItem(name) ?? "") as T;
  } catch {
    return undefined;
  }
}

/** Everything that is kept under names which begin so; what cannot be read is left alone. */
export function keptUnder<T>(prefix: string): T[] {
  const own = storage();
  const names = new Set(memory.keys());
  for (let i = 0; own && i < own.length; i++) names.add(own.key(i) ?? "");
  return [...names]
    .filter((name) => name.startsWith(prefix))
    .map((name) => keptAs<T>(name))
    .filter((value) => value !== undefined);
}
