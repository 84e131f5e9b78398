import { catalogue } from '../catalogue.ts';

/** A table on its way in. */
export const uploadWords = catalogue('upload', {
  'server-ended': 'The server that was at work on it ended. Nothing was changed. Begin again.',
  'too-many': '{n} tables lie here already. Bring one of them in first, or throw one away.',
  'too-many-aside':
    'Rows of {n} files are kept aside already. Put those of one file right, or throw them away.',
  partly: 'Part of this file is in. Send it again to read it differently.',
  'no-rows': 'There are headings and no rows under them.',
  'no-heading': 'Row {row} is not among the first rows of the sheet that hold anything.',
  'at-work': 'The server is still at work on this file.',
  waits: 'The good rows wait for a reviewer. Put the others right after the release.',
  width: 'Row {row} must have {n} cells.',
  'make-first': 'Make {make} before its model {model}.',
  'code-of-other': 'Two things go by the code {code}: {held}, and {label}. Give one of them another code.',
  'years-backwards': 'The years of {model} run backwards.',
  'head-row': 'Row',
  'head-wrong': 'What is wrong',
  'head-fix': 'How to put it right',
  working: 'Two tables are being worked on. Go on with this one when one of them is done.',
  'look-first': 'Look at what it would change first.',
  'nothing-good': 'No row of it can come in. Put the rows right first.',
  'nothing-changed': 'Nothing was changed.',
  'no-column': 'No column holds {label}. Say which one does.',
  'two-columns': 'Two columns are taken for {field}.',
  'no-field': 'There is no field “{field}”.',
  'every-heading': 'Every heading of the file must be in it.',
  'too-long': 'A table of {kind} takes {n} rows at once. Split it.',
  'read-no-further':
    'Read no further than row {row}: no row so far can come in. Is every column taken for what it holds?',
  changed: 'The library changed since the preview. Look at it again.',
  'proposal-title': 'The table {name}',
  'proposal-label': 'Lines of the catalogue',
  'proposal-after': '{added} new, {changed} changed; {lines} of them of released parts',
});
