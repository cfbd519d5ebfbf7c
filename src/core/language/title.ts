/** A title made of a name: `giftCard` becomes `Gift card`. */
export function titleOf(name: string): string {
  const words = name
    .replace(/_/g, ' ')
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .replace(/([A-Z])([A-Z][a-z])/g, '$1 $2')
    .trim()
    .toLowerCase();
  return words === '' ? name : words[0]!.toUpperCase() + words.slice(1);
}

/** A name made of a title: `Hut detail` becomes `hutDetail`. Empty if the title has no letter and no digit. */
export function nameOf(words: string): string {
  const parts = words
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .split(/[^A-Za-z0-9]+/)
    .filter((part) => part !== '');
  const name = parts
    .map((part, index) => (index === 0 ? part[0]!.toLowerCase() : part[0]!.toUpperCase()) + part.slice(1))
    .join('');
  return /^\d/.test(name) ? `_${name}` : name;
}
