/** XML: read strictly, entities and document types refused. */
import { describe, expect, test } from '@jest/globals';
import { strToU8 } from 'fflate';
import { refusal } from '../formats.arb.js';
import { limits, Report } from '../report.js';
import { readXml } from './read.js';

describe('XML', () => {
  const read = (text: string, most = limits) => refusal(() => readXml(strToU8(text), new Report(), 'x', most));
  test('a document type is refused, entities with it', () =>
    expect(read('<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>')).toBe('XML_DTD'));
  test('broken and deep documents are refused', () => {
    expect(read('<a><b></a>')).toBe('XML_BAD');
    expect(read('<a>'.repeat(200) + '</a>'.repeat(200))).toBe('XML_LIMIT');
    expect(read('')).toBe('XML_BAD');
  });

  test.each([
    ['comments that never end', '<!--'],
    ['sections that never end', '<![CDATA['],
    ['instructions that never end', '<?'],
    ['elements that never end', '<a '],
  ])('millions of %s are answered at once: each letter is looked at once', (_, begin) => {
    // Two million: looked at from each beginning to the end it would be half a day.
    expect(read(`<a>${begin.repeat(2_000_000)}`)).toBe('XML_BAD');
    expect(read(`${begin.repeat(2_000_000)}<a/>`)).toBe('XML_BAD');
  });
  test.each([
    ['a comment that begins inside a section', '<a><![CDATA[ <!-- ]]></a><!DOCTYPE x><!-- -->'],
    ['a section that begins inside a comment', '<!-- <![CDATA[ --><!DOCTYPE x><a/><!-- ]]> -->'],
    ['an instruction', '<?x <!-- ?><!DOCTYPE x><a/><!-- -->'],
    ['small letters', '<!doctype x><a/>'],
  ])('a document type does not hide behind %s', (_, text) => expect(read(text)).toBe('XML_DTD'));
  test.each(['<a b="<!--"/><c/><a d="-->"/>', '<a b="x<y"/>', '<a b="1"', '<!x><a/>'])('%s is no XML', (text) =>
    expect(read(text)).toBe('XML_BAD'),
  );
  test('a ">" in a value, comments and sections are what they are', () => {
    const node = readXml(
      strToU8('<?xml version="1.0"?><!-- <b> --><a b="x>y">1<![CDATA[<2>]]><!-- 3 --></a>'),
      new Report(),
      'x',
    );
    expect([node.attributes.b, node.text, node.children]).toEqual(['x>y', '1<2>', []]);
  });
  test('entities and numeric references are read', () =>
    expect(read('<a b="&lt;&#65;&#x42;">&amp;</a>')).toMatchObject({ name: 'a', attributes: { b: '<AB' }, text: '&' }));
});
