import type { Mask } from '@/core/scene';
import { nodeContext, nodeTools } from '@/paint/nodeTools';
import { paintMasks } from '@/paint/paintMasks';

it('a mask of a kind that nothing was said about is an error, not a box', () => {
  const mystery = { kind: 'mystery' } as unknown as Mask;
  const paint = () => paintMasks(nodeContext(8, 8), [mystery], nodeTools(), () => undefined);
  expect(paint).toThrow(/no mask.*mystery/);
});
