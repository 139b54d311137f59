import { prepared } from './prepare-photo';
import type { Prepared, ToPrepare } from './prepared-photo';

/** Makes one file after the other ready; a failure is an answer as well. */
addEventListener('message', ({ data }: MessageEvent<ToPrepare>) => {
  prepared(data)
    .catch((error: Error): Prepared => ({ refused: `could not be taken: ${error.message}` }))
    .then((answer) => postMessage(answer, { transfer: 'bytes' in answer ? [answer.bytes] : [] }));
});
