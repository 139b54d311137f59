import type * as yup from 'yup';
import type { Published } from './json-schema';
import { nodeOf, type Field, type Node, type ShapeNode } from './walk';

/** The tables of a document: every shape it holds, once, with all its fields. Markdown. */
export function fieldTables(documents: readonly Published[]): ReadonlyMap<string, string> {
  const homes = new Map<string, string>();
  return new Map(documents.map((each) => [each.id, new TableWriter(each.id, homes).write(each)]));
}

class TableWriter {
  private readonly waiting: ShapeNode[] = [];

  constructor(
    private readonly document: string,
    /** Shape to the document whose page has it. */
    private readonly homes: Map<string, string>,
  ) {}

  write({ schema }: Published): string {
    const parts: string[] = [];
    const root = nodeOf(schema);
    if (root.is === 'shape') this.take(root);
    else if (root.is === 'union') Object.values(root.shapes).forEach((each) => this.passes(each));
    for (let next = this.waiting.shift(); next; next = this.waiting.shift()) parts.push(this.table(next));
    return parts.join('\n');
  }

  private take(node: ShapeNode): void {
    if (this.homes.has(node.name)) return;
    this.homes.set(node.name, this.document);
    this.waiting.push(node);
  }

  private table({ name, what, fields, common }: ShapeNode): string {
    const shared = common ? this.shared(common) : undefined;
    const besides = shared ? `Besides ${shared}:` : '';
    return [`### ${name}`, '', [what, besides].filter(Boolean).join(' '), '', ...this.rows(fields), ''].join('\n');
  }

  private rows(fields: readonly Field[]): readonly string[] {
    if (fields.length === 0) return ['No fields of its own.'];
    const rows = fields.map(
      (field) =>
        `| \`${field.name}\`${field.isRequired ? '' : ' ?'} | ${cell(this.passes(field.schema))} | ${cell(field.says)} |`,
    );
    return ['| field | what passes | what it means |', '|---|---|---|', ...rows];
  }

  /** Fields that several shapes share have a table of their own, once. */
  private shared(common: NonNullable<ShapeNode['common']>): string {
    return this.link({ is: 'shape', isOpen: true, ...common });
  }

  /** What passes, in few words, with a link to the shape it has to be. */
  private passes(schema: yup.ISchema<unknown>): string {
    const node = nodeOf(schema);
    switch (node.is) {
      case 'text':
        return node.among ? node.among.map((each) => `\`${each}\``).join(' ') : textWords(node);
      case 'number':
        return numberWords(node);
      case 'boolean':
        return 'true or false';
      case 'list':
        return `list${countWords(node)} of ${this.passes(node.entry)}`;
      case 'map':
        return `map of ids to ${this.passes(node.entry)}`;
      case 'shape':
        return this.link(node);
      case 'union': {
        const links = Object.values(node.shapes).map((each) => this.passes(each));
        return [...new Set(links)].join(', ');
      }
      case 'either':
        return node.of.map((each) => this.passes(each)).join(', or ');
    }
  }

  private link(node: ShapeNode): string {
    this.take(node);
    const home = this.homes.get(node.name) ?? this.document;
    return `[${node.name}](${home === this.document ? '' : `${home}.md`}#${node.name.toLowerCase()})`;
  }
}

function textWords({ form, most }: Extract<Node, { is: 'text' }>): string {
  if (!form) return most === undefined ? 'text' : `text, at most ${most}`;
  const examples = form.examples
    .slice(0, 3)
    .map((each) => `\`${each}\``)
    .join(', ');
  return `${form.name === 'quantity' ? 'quantity' : form.name}: ${examples}`;
}

function numberWords({ isWhole, least, most, among }: Extract<Node, { is: 'number' }>): string {
  if (among) return among.map((each) => `\`${each}\``).join(' ');
  const ends = [least === undefined ? '' : `from ${least}`, most === undefined ? '' : `to ${most}`].filter(Boolean);
  return [isWhole ? 'whole number' : 'number', ...ends].join(' ');
}

function countWords({ least, most }: Extract<Node, { is: 'list' }>): string {
  if (least !== undefined && least === most) return ` of exactly ${least}:`;
  const words = [
    least === undefined ? '' : `at least ${least}`,
    most === undefined || most === 2000 ? '' : `at most ${most}`,
  ];
  const said = words.filter(Boolean).join(', ');
  return said === '' ? '' : ` (${said})`;
}

function cell(text: string): string {
  return text.replaceAll('|', '\\|');
}
