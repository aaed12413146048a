/** What can have gone wrong, as the server names it and as a cook says it. */
export const TROUBLES = [
  ["burst", "seams opened"],
  ["leaked", "juice leaked"],
  ["collapsed", "they sank"],
  ["wrinkled", "wrinkled"],
  ["soggy", "soggy"],
  ["gummy", "gummy inside"],
  ["pale", "too pale"],
  ["hard", "hard crust"],
  ["dense", "dense"],
  ["too_much_bread", "too much bread"],
  ["uneven", "uneven"],
] as const;
