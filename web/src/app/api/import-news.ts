import { HttpErrorResponse, HttpEventType, type HttpEvent } from '@angular/common/http';
import type { ImportAnswer } from '@juxtameter/contract/check';
import { nobody } from './our-answers';

/** What comes of an import: how far it is, and at last what it came to. */
export type ImportNews =
  | { readonly kind: 'progress'; readonly done: number; readonly of: number }
  | { readonly kind: 'answer'; readonly answer: ImportAnswer };

interface Line {
  readonly progress?: { readonly done: number; readonly of: number };
  readonly answer?: ImportAnswer;
  readonly problem?: { readonly status: number };
}

/** The news in an event of the request. @throws HttpErrorResponse where the server refuses, or ends without an answer. */
export function importNews(event: HttpEvent<string>): readonly ImportNews[] {
  if (event.type === HttpEventType.DownloadProgress) {
    const progress = lastLine((event as { readonly partialText?: string }).partialText ?? '')?.progress;
    return progress ? [{ kind: 'progress', ...progress }] : [];
  }
  if (event.type !== HttpEventType.Response) return [];
  const { answer, problem } = lastLine(event.body ?? '') ?? {};
  if (problem) throw new HttpErrorResponse({ status: problem.status, error: problem, url: event.url ?? '' });
  if (!answer) throw nobody(event.url ?? '');
  return [{ kind: 'answer', answer }];
}

/** The last line that is whole. */
function lastLine(text: string): Line | undefined {
  const [line = ''] = text.slice(0, text.lastIndexOf('\n')).split('\n').slice(-1);
  try {
    return JSON.parse(line) as Line;
  } catch {
    return undefined;
  }
}
