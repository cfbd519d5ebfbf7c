/** Plans with many links, and URLs of them, for benchmarks of links. */

/**
 * A plan with the links of a grown app: half of them with an id, some deeper, some with a query, a few with the rest of
 * the path.
 */
export function planOf(patterns: number): string {
  const lines = [
    'app "Measured"',
    'origin https://measured.example',
    'start s0',
    'id ItemId: int',
    'choice Order { newest, oldest }',
  ];
  for (let index = 0; index < patterns; index++) {
    const area = `area${Math.floor(index / 10)}`;
    const link = [
      `/${area}`,
      `/${area}/{id}`,
      `/${area}/{id}/edit`,
      `/${area}/{id}/parts/{part}`,
      `/${area}/search{?text,order}`,
      `/${area}/new`,
      `/${area}/lists/{id}{?order}`,
      `/${area}/people/{part}`,
      `/${area}/days/{day}`,
      `/${area}/help{/rest*}`,
    ][index % 10]!;
    const takes = [
      ['id: ItemId'],
      ['part: text'],
      ['text: text?'],
      ['order: Order = newest'],
      ['day: date'],
      ['rest: text'],
    ]
      .flat()
      .filter((each) => new RegExp(`[{?,/]${each.split(':')[0]!}[*},]`).test(link));
    lines.push(
      `screen s${index} "Screen ${index}" {`,
      ...(takes.length > 0 ? [`  takes ${takes.join(', ')}`] : []),
      `  link ${link}`,
      '}',
    );
  }
  return lines.join('\n');
}

/**
 * URLs of all patterns, one in ten of which opens nothing, from a linear congruential generator (Knuth, TAOCP 3.3.4).
 */
export function* urlsOf(patterns: number, count: number): Generator<string> {
  let state = 4711;
  const random = (below: number): number => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return Math.floor((state / 2147483648) * below);
  };
  for (let each = 0; each < count; each++) {
    const index = random(patterns);
    const area = `area${Math.floor(index / 10)}`;
    const id = random(100_000);
    if (random(10) === 0) yield [`/${area}/${id}/edti`, `/area${id + 10_000}`, `/${area}/days/2026-13-01`][random(3)]!;
    else
      yield [
        `/${area}`,
        `/${area}/${id}`,
        `/${area}/${id}/edit`,
        `/${area}/${id}/parts/p-${id}`,
        `/${area}/search?text=bunk%20bed&order=newest`,
        `/${area}/new`,
        `/${area}/lists/${id}?order=oldest&source=mail`,
        `/${area}/people/anna-${id}`,
        `/${area}/days/2026-0${1 + random(9)}-1${random(10)}`,
        `/${area}/help/a/b/${id}`,
      ][index % 10]!;
  }
}
