/**
 * What is not stored yet, kept in this browser: it survives a closed tab, a lost connection and a restarted server. One draft for each place.
 */
export function createDraft(key) {
  const name = `gavlin-draft ${key}`;
  return {
    keep(draft) {
      try {
        localStorage.setItem(name, JSON.stringify({ ...draft, at: Date.now() }));
      } catch {
        // A full or forbidden storage: the page still holds it.
      }
    },
    read() {
      try {
        return JSON.parse(localStorage.getItem(name));
      } catch {
        return null;
      }
    },
    drop() {
      localStorage.removeItem(name);
    },
  };
}
