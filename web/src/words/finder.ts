/**
 * Search that takes any word of the trade for any other that means the same. Each text is indexed together with the synonyms of
 * the words in it; a query matches when every word of it is found.
 */
export function finder<T>(items: T[], synonyms: string[][], textOf: (item: T) => string): (query: string) => T[] {
  const groups = synonyms.map((group) => group.map(fold));
  const indexed = items.map((item) => ({ item, text: widen(fold(textOf(item)), groups) }));
  return (query) => {
    const words = fold(query).split(/\s+/).filter(Boolean);
    return indexed.filter(({ text }) => words.every((word) => text.includes(word))).map(({ item }) => item);
  };
}

function widen(text: string, groups: string[][]): string {
  const more = groups.filter((group) => group.some((word) => text.includes(word))).flat();
  return `${text} ${more.join(" ")}`;
}

export function fold(text: string): string {
  return text
    .toLowerCase()
    .replace(/-/g, " ")
    .replace(/colour/g, "color");
}
