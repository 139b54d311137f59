import type { Verdict } from '@juxtameter/core';
import type { JuxtaInput } from '../juxta/juxta-axis';
import type { MarkedPicture } from '../photos/photo-picture';

/** Whom a paper is for. */
export const PAPER_KINDS = ['customer', 'evidence', 'hand-over'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];

export const PAPER_SIZES = ['A4', 'LETTER'] as const;
export type PaperSize = (typeof PAPER_SIZES)[number];

/** A reading as a paper shows it. */
export interface PaperReading {
  readonly at: string;
  readonly title: string;
  readonly value: string;
  readonly word: string;
  readonly verdict?: Verdict;
  readonly bar?: JuxtaInput;
  readonly more: readonly string[];
}

export interface PaperPhoto extends MarkedPicture {
  readonly caption: string;
}

/** A part of a paper. */
export type Block =
  | { readonly is: 'heading'; readonly text: string }
  | { readonly is: 'text'; readonly text: string; readonly isStrong?: true; readonly isSoft?: true }
  | { readonly is: 'caution'; readonly text: string }
  | { readonly is: 'list'; readonly items: readonly string[] }
  | { readonly is: 'facts'; readonly facts: readonly (readonly [name: string, value: string])[] }
  | { readonly is: 'readings'; readonly readings: readonly PaperReading[] }
  | { readonly is: 'photos'; readonly photos: readonly PaperPhoto[] }
  | {
      readonly is: 'signature';
      readonly who: string;
      readonly when: string;
      readonly strokes: readonly (readonly number[])[];
    };

/** A paper before it is set on pages. */
export interface Paper {
  readonly title: string;
  readonly subtitle: string;
  /** On every page. */
  readonly foot: string;
  readonly fileName: string;
  readonly blocks: readonly Block[];
}

/** A heading with what stands below it; nothing where nothing does. */
export function part(heading: string, ...blocks: readonly Block[]): readonly Block[] {
  const filled = blocks.filter(isFilled);
  return filled.length === 0 ? [] : [{ is: 'heading', text: heading }, ...filled];
}

export function list(items: readonly string[]): Block {
  return { is: 'list', items: items.filter((item) => item !== '') };
}

function isFilled(block: Block): boolean {
  switch (block.is) {
    case 'list':
      return block.items.length > 0;
    case 'facts':
      return block.facts.length > 0;
    case 'readings':
      return block.readings.length > 0;
    case 'photos':
      return block.photos.length > 0;
    case 'signature':
      return true;
    default:
      return block.text !== '';
  }
}
