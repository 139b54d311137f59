import { repairAccount, replay, visitAccount } from '@juxtameter/core';
import { visitContext, type VisitDocument } from '@juxtameter/contract';
import { baseName } from '@juxtameter/contract/check';
import burner from '../../../../demo/data/visits/co2-burner-3-new-board.json';
import finished from '../../../../demo/data/visits/mist-line-1-finished.json';
import halfDone from '../../../../demo/data/visits/mist-line-2-half-done.json';
import again from '../../../../demo/data/visits/mist-line-3-float-again.json';
import lostCall from '../../../../demo/data/visits/mist-line-4-lost-call.json';
import lostLeg from '../../../../demo/data/visits/heat-bench-2-lost-leg.json';
import traps from '../../../../demo/data/visits/fan-south-traps.json';
import { PAPER_KINDS, PAPER_SIZES, type Block, type Paper } from './paper';
import { setPaper } from './set-paper';
import { writePaper, type PaperVisit } from './write-paper';

const VISITS = [burner, finished, halfDone, again, lostCall, lostLeg, traps] as unknown as readonly VisitDocument[];

function paperVisit(visit: VisitDocument, events = visit.events): PaperVisit {
  const context = visitContext(visit.pinned);
  return { pinned: visit.pinned, context, state: replay(context, events), baseName: baseName(visit) };
}

/** Everything that can be read on it. */
function wordsOf({ title, subtitle, blocks }: Paper): string {
  return [title, subtitle, ...blocks.map(blockWords)].join('\n');
}

function blockWords(block: Block): string {
  switch (block.is) {
    case 'list':
      return block.items.join('\n');
    case 'facts':
      return block.facts.flat().join('\n');
    case 'readings':
      return block.readings.map(({ title, value, word, more }) => [title, value, word, ...more].join('\n')).join('\n');
    case 'photos':
      return block.photos.map(({ caption }) => caption).join('\n');
    case 'signature':
      return block.who;
    default:
      return block.text;
  }
}

/** Every text of what the library is told, functions and pictures apart. */
function textsOf(set: unknown): string {
  if (typeof set === 'string') return set;
  if (typeof set !== 'object' || set === null) return '';
  return Object.values(set).map(textsOf).join('\n');
}

describe('the papers of a visit', () => {
  for (const visit of VISITS) {
    const { name } = visit.pinned.unit;

    it(`of ${name} tell what the account has, each in its way, however long the record is`, () => {
      for (const length of [1, Math.ceil(visit.events.length / 2), visit.events.length]) {
        const paper = paperVisit(visit, visit.events.slice(0, length));
        const account = visitAccount(paper.context, paper.state);
        const repair = repairAccount(paper.context, paper.state);
        const [customer = '', evidence = '', handOver = ''] = PAPER_KINDS.map((kind) =>
          wordsOf(writePaper(kind, paper)),
        );
        for (const words of [customer, evidence, handOver]) {
          // What can hurt is on all of them.
          for (const alteration of account.alterations) expect(words).toContain(alteration);
          for (const { text } of account.findings) expect(words).toContain(text);
          expect(words).toContain(name);
        }
        for (const { reading, isTakenBack } of account.readings) if (!isTakenBack) expect(evidence).toContain(reading);
        for (const { words } of repair.checks) expect(customer).toContain(words);
        if (account.standsAt !== null) expect(handOver).toContain(account.standsAt);
        for (const point of account.openPoints)
          expect([evidence, handOver].every((each) => each.includes(point))).toBeTrue();
      }
    });

    it(`of ${name} are set with every word, on both sizes of paper`, () => {
      for (const kind of PAPER_KINDS)
        for (const size of PAPER_SIZES) {
          const paper = writePaper(kind, paperVisit(visit));
          const set = textsOf(setPaper(paper, size, new Map()));
          for (const word of wordsOf(paper).split('\n')) expect(set).withContext(kind).toContain(word);
        }
    });
  }

  it('are named after unit, day and kind', () => {
    const paper = paperVisit(finished as unknown as VisitDocument);
    expect(PAPER_KINDS.map((kind) => writePaper(kind, paper).fileName)).toEqual([
      'mist-line-1-2026-11-18-customer.pdf',
      'mist-line-1-2026-11-18-evidence.pdf',
      'mist-line-1-2026-11-18-hand-over.pdf',
    ]);
  });

  it('say of a photo that is not at hand that it is not', () => {
    const paper = writePaper('customer', paperVisit(finished as unknown as VisitDocument));
    expect(textsOf(setPaper(paper, 'A4', new Map()))).toContain('not on the device that made the paper');
  });

  it('say how much was logged after a signature', () => {
    const visit = finished as unknown as VisitDocument;
    const [first] = visit.events;
    if (!first) throw new Error('unreachable');
    const signature = {
      ...first,
      id: '01a1edad-73d0-7000-8000-00000000ffff',
      type: 'visit-signed' as const,
      signer: 'customer' as const,
      name: 'Hazel Ostler',
      strokes: [[1, 2, 3, 4]],
    };
    const words = (after: number): string => {
      const events = [...visit.events.slice(0, 20), signature, ...visit.events.slice(20, 20 + after)];
      const block = writePaper('customer', paperVisit(visit, events)).blocks.find(({ is }) => is === 'signature');
      return block?.is === 'signature' ? block.when : '';
    };
    expect(words(0)).not.toContain('logged after it');
    expect(words(1)).toContain('one entry was logged after it');
    expect(words(3)).toContain('3 entries were logged after it');
  });
});
