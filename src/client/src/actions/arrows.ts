/** The way that an arrow or a paging key points: right and down are positive. */
export const arrowOf = (key: string): readonly [x: number, y: number] => [
  /Right/.test(key) ? 1 : /Left/.test(key) ? -1 : 0,
  /Down/.test(key) ? 1 : /Up/.test(key) ? -1 : 0,
];
