import type { DrawItem, GroupItem, PictureItem } from '../../scene';
import { enlargement, IDENTITY, multiply, type Matrix } from '../../geometry/matrix';
import type { Enlarged } from './types';

/** Finds how large each piece of footage is drawn at most. */
export class EnlargedPictures {
  private readonly found = new Map<string, Enlarged>();

  add(items: readonly DrawItem[], frame: number, outer: Matrix = IDENTITY): void {
    for (const item of items) {
      if (item.kind === 'group') {
        this.add(item.items, frame, multiply(outer, item.matrix));
      } else {
        const drawn = pictureOf(item);
        if (!drawn) continue;
        const { footage, matrix } = drawn;
        const scale = enlargement(multiply(outer, matrix));
        const known = this.found.get(footage.id);
        if (!known || scale > known.scale) {
          this.found.set(footage.id, { name: footage.name, frame, scale });
        }
      }
    }
  }

  all(): readonly Enlarged[] {
    return [...this.found.values()];
  }
}

function pictureOf(item: Exclude<DrawItem, GroupItem>): PictureItem | null {
  if (item.kind === 'picture') return item;
  return item.fill.kind === 'picture' ? item.fill.picture : null;
}
