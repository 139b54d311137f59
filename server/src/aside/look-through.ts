import { lookThrough, type AskOnFile, type OnFile } from '../import/look-through';
import type { Said, Told } from '../import/look-through-aside';

const say = (said: Said): void => void process.send?.(said);
let answerOnFile: (onFile: OnFile) => void = () => undefined;

const ask: AskOnFile = (models) =>
  new Promise((resolve) => {
    answerOnFile = resolve;
    say({ kind: 'ask', models });
  });

process.on('message', (told: Told) => {
  if (told.kind === 'on-file') return answerOnFile(told.onFile);
  lookThrough(told.files, ask, (done, of) => say({ kind: 'progress', done, of })).then(
    (looked) => say({ kind: 'done', looked }),
    (error: Error) => say({ kind: 'failed', message: error.message }),
  );
});
// Whoever asked is gone, however it went.
process.on('disconnect', () => process.exit());
say({ kind: 'ready' });
