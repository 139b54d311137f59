import fc from 'fast-check';
import { spreadLabels, type LabelAt, type LabelBox } from './spread-labels';

const [WIDTH, HEIGHT] = [600, 450];

const anyLabels = (most: number): fc.Arbitrary<readonly LabelAt[]> =>
  fc.array(
    fc.record({
      x: fc.integer({ min: 0, max: WIDTH }),
      y: fc.integer({ min: 0, max: HEIGHT }),
      text: fc.string({ minLength: 1, maxLength: 20 }),
    }),
    { minLength: 1, maxLength: most },
  );

/** Whether two boxes have a pixel in common, counted pixel by pixel. */
function overlap(a: LabelBox, b: LabelBox): boolean {
  for (let x = Math.ceil(a.left); x < a.left + a.width - 1; x += 1)
    for (let y = Math.ceil(a.top); y < a.top + a.height - 1; y += 1)
      if (x > b.left && x < b.left + b.width - 1 && y > b.top && y < b.top + b.height - 1) return true;
  return false;
}

describe('words of the marks of a photo', () => {
  it('stand inside the picture, one for each mark', () => {
    fc.assert(
      fc.property(anyLabels(20), (labels) => {
        const boxes = spreadLabels(labels, WIDTH, HEIGHT);
        expect(boxes.length).toBe(labels.length);
        for (const { left, top, width, height } of boxes) {
          expect(left >= 0 && left + width <= WIDTH + 0.01).toBeTrue();
          expect(top >= 0 && top + height <= HEIGHT + 0.01).toBeTrue();
        }
      }),
    );
  });

  it('cover no other words, where the marks are as many as one sets, even side by side on a strip', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 12 }), fc.integer({ min: 12, max: 50 }), (count, apart) => {
        const strip = Array.from({ length: count }, (_, index) => ({
          x: 20 + index * apart,
          y: 90,
          text: `X1·${index}`,
        }));
        const boxes = spreadLabels(strip, 20 + count * apart + 40, HEIGHT);
        boxes.forEach((box, index) =>
          boxes.slice(index + 1).forEach((other) => expect(overlap(box, other)).toBeFalse()),
        );
      }),
    );
  });
});
