import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test } from 'vitest';
import { ATTRIBUTES, PART_KINDS, type Attribute, type SubjectKind } from '@radiatrix/core/figures';
import { figureWhere } from '@radiatrix/words/places';
import { Jaws } from '../src/drawing/Jaws.tsx';

const drawn = (subject: SubjectKind, kind: string, attribute: Attribute): string =>
  renderToStaticMarkup(
    <Jaws
      subject={subject}
      kind={kind}
      choice={attribute.type !== 'quantity'}
      where={figureWhere(subject, kind)}
    />,
  );

describe('where the jaws go', () => {
  const figures = (['bay', ...PART_KINDS] as SubjectKind[]).flatMap((subject) =>
    Object.entries(ATTRIBUTES[subject] as Record<string, Attribute>).map(
      ([key, attribute]) => [subject, key, attribute] as const,
    ),
  );

  test('every figure that can be asked for has a drawing, which says in words what it shows', () => {
    for (const [subject, key, attribute] of figures) {
      const svg = drawn(subject, key, attribute);
      expect(svg, `${subject} ${key}`).toContain('role="img"');
      expect(svg).not.toMatch(/NaN|undefined/);
      // React writes an apostrophe as it is and a quotation mark as an entity.
      expect(svg).toContain(
        `aria-label="Drawing: ${figureWhere(subject, key).slice(0, 12).replaceAll('"', '&quot;')}`,
      );
    }
  });
  test('a length has two jaws, and they face each other; a word has none', () => {
    for (const [subject, key, attribute] of figures) {
      const turns = [...drawn(subject, key, attribute).matchAll(/rotate\((-?\d+(?:\.\d+)?)\)/g)].map((each) =>
        Number(each[1]),
      );
      if (attribute.type !== 'quantity') expect(turns, `${subject} ${key}`).toEqual([]);
      else {
        expect(turns, `${subject} ${key}`).toHaveLength(2);
        expect(Math.abs(turns[0]! - turns[1]!) % 360, `${subject} ${key}`).toBe(180);
      }
    }
  });
  test('depths are drawn from the side, widths and heights from the front', () => {
    const bay = ATTRIBUTES.bay as Record<string, Attribute>;
    expect(drawn('bay', 'bayDepth', bay.bayDepth!)).toContain('condenser');
    expect(drawn('bay', 'openingWidth', bay.openingWidth!)).not.toContain('condenser');
  });
});
