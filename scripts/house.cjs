/**
 * Which folder stands on which: a folder imports from those of the steps before its own, those of one step do not know
 * each other. The import rules keep it, and `docs/architecture.svg` is drawn from it.
 */
exports.CORE = [
  ['steps'],
  ['time'],
  ['motion/curve'],
  ['motion/document'],
  ['motion/sampling'],
  ['motion/path'],
  ['motion/keys'],
  ['motion/edit'],
  ['spacing'],
  ['reading', 'ready'],
  ['correcting', 'teaching', 'clips'],
  ['formats', 'seeing', 'reference'],
  ['ledger'],
];

exports.WEB = [
  ['server-data', 'files'],
  ['ui'],
  ['state'],
  ['keyboard'],
  ['time'],
  ['editing'],
  ['saving', 'values'],
  ['brief', 'time-page', 'picture/stage'],
  ['picture/drawing', 'picture/posing', 'picture/making', 'strips/kit', 'help'],
  ['picture/views'],
  ['clips', 'imports', 'strips/keys', 'strips/curve', 'strips/loom', 'strips/film'],
  ['strips/speed', 'reference'],
  ['strips/compared'],
  ['tools/retiming', 'tools/easing', 'tools/scene'],
  ['data-charts', 'drills', 'panels/numbers', 'panels/charts', 'panels/lanes', 'panels/work'],
  ['reviewing', 'exports'],
  ['spread'],
  ['shell'],
  ['features'],
];
