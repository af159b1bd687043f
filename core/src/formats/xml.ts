import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { success, type Result } from '../kit/result.ts';
import { brokenOff } from './brokenOff.ts';
import { unreadable } from './imported.ts';

/** An element of an XML document: its name, attributes and what stands in it, in order. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  /** The text in it, without that of its children. */
  readonly text: string;
}

type Content = XmlElement | string | number | null | false;

/** An element to be written; what is null or false is left out. */
export function element(
  name: string,
  attributes: Readonly<Record<string, string | number>> = {},
  ...content: readonly Content[]
): XmlElement {
  const given = content.filter((one) => one !== null && one !== false);
  return {
    name,
    attributes: Object.fromEntries(
      Object.entries(attributes).map(([key, value]) => [key, String(value)]),
    ),
    children: given.filter((one): one is XmlElement => typeof one === 'object'),
    text: given.filter((one) => typeof one !== 'object').join(''),
  };
}

interface Node {
  readonly [name: string]: readonly Node[] | string | Readonly<Record<string, string>>;
}

const order = { preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '' } as const;

/** An XML document in UTF-8. Characters that XML cannot hold are left out. */
export function writeXml(root: XmlElement, doctype: string): string {
  const builder = new XMLBuilder({ ...order, format: true, suppressEmptyNode: true });
  const body = builder.build([nodeOf(root)]);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${doctype}${body.trimStart()}\n`;
}

function nodeOf({ name, attributes, children, text }: XmlElement): Node {
  const inside: Node[] = text === '' ? [] : [{ '#text': writable(text) }];
  const clean = Object.fromEntries(
    Object.entries(attributes).map(([key, value]) => [key, writable(value)]),
  );
  return { [name]: [...inside, ...children.map(nodeOf)], ':@': clean };
}

function writable(text: string): string {
  // eslint-disable-next-line no-control-regex -- what XML 1.0 cannot hold
  return text.toWellFormed().replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
}

/** How deep elements may stand in each other. */
const deepest = 60;

/**
 * Reads an XML document. Entities of its own are never expanded, and a document that declares any is refused.
 * @returns the root element
 */
export function readXml(text: string): Result<XmlElement> {
  if (/<!ENTITY/i.test(text))
    return unreadable(
      'This file declares entities of its own, which could be hostile; it is not read.',
    );
  const valid = XMLValidator.validate(text);
  if (valid !== true) {
    const broken = brokenOff(text);
    if (broken)
      return unreadable(
        `This file ends before <${broken.name}> is closed, which begins in line ${broken.line}: it broke off. Save or send it once more.`,
        text.split('\n').length,
      );
    const { msg, line, col } = valid.err;
    return unreadable(`This is not well-formed XML: ${msg}`, line, col);
  }
  const parser = new XMLParser({
    ...order,
    processEntities: true,
    htmlEntities: false,
    parseTagValue: false,
    parseAttributeValue: false,
    trimValues: true,
    ignoreDeclaration: true,
    ignorePiTags: true,
  });
  let nodes: Node[];
  try {
    nodes = parser.parse(text) as Node[];
  } catch (error) {
    return unreadable(
      `This XML cannot be read: ${error instanceof Error ? error.message : String(error)}`,
    );
  }
  const root = nodes.map((node) => elementOf(node, 0)).find((one) => one !== null);
  return root ? success(root) : unreadable('There is nothing in this XML file.');
}

function elementOf(node: Node, depth: number): XmlElement | null {
  const name = Object.keys(node).find((key) => key !== ':@');
  if (!name || name.startsWith('#') || name.startsWith('?') || depth > deepest) return null;
  const inside = node[name] as readonly Node[];
  const attributes = (node[':@'] ?? {}) as Readonly<Record<string, string>>;
  return {
    name,
    attributes,
    children: inside.map((one) => elementOf(one, depth + 1)).filter((one) => one !== null),
    text: inside
      .map((one) => one['#text'])
      .filter((one) => one !== undefined)
      .join(''),
  };
}

export function child(of: XmlElement | null, ...path: readonly string[]): XmlElement | null {
  let found = of;
  for (const name of path) found = found?.children.find((one) => one.name === name) ?? null;
  return found;
}

export function childrenOf(of: XmlElement | null, name: string): readonly XmlElement[] {
  return of?.children.filter((one) => one.name === name) ?? [];
}

/** The text of an element on a path; empty where there is none. */
export function textOf(of: XmlElement | null, ...path: readonly string[]): string {
  return child(of, ...path)?.text ?? '';
}

/** The whole number that an element on a path holds; null where it holds none. */
export function numberOf(of: XmlElement | null, ...path: readonly string[]): number | null {
  const text = textOf(of, ...path).trim();
  return /^-?\d{1,9}(?:\.\d+)?$/.test(text) ? Number(text) : null;
}
