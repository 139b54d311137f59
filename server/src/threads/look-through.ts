import { parentPort, type MessagePort } from 'node:worker_threads';
import { lookThrough, type AskOnFile, type OnFile } from '../import/look-through';
import type { Said, Told } from '../import/look-through-aside';

if (parentPort) serve(parentPort);

function serve(port: MessagePort): void {
  const say = (said: Said): void => port.postMessage(said);
  let answerOnFile: (onFile: OnFile) => void = () => undefined;
  const ask: AskOnFile = (models) =>
    new Promise((resolve) => {
      answerOnFile = resolve;
      say({ kind: 'ask', models });
    });
  port.on('message', (told: Told) => {
    if (told.kind === 'on-file') return answerOnFile(told.onFile);
    lookThrough(told.files, ask, (done, of) => say({ kind: 'progress', done, of })).then(
      (looked) => say({ kind: 'done', looked }),
      (error: Error) => say({ kind: 'failed', message: error.message }),
    );
  });
  say({ kind: 'ready' });
}
