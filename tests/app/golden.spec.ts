import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { GOLDEN, GOLDEN_FRAME, SHADOWED } from '../golden/documents';
import { goldenPicture, worstDifference } from '../golden/pictures';
import { backToKit, openEmptyKit, openKitFile, send, setNumber } from '../support/app';
import { packedKit } from '../support/kitFile';
import { pngPixels, testFile } from '../support/media';

test('words are painted in the browser to the same bytes as in Node @long', async ({ page }) => {
  const documents = [...GOLDEN, SHADOWED];
  const kit = {
    name: 'Golden',
    overlays: documents,
    landings: [],
    footage: [],
    fonts: [],
    luts: [],
    recipes: [],
  };
  writeFileSync(testFile('golden.moonpatch'), packedKit(kit));
  await openEmptyKit(page);
  await openKitFile(page, testFile('golden.moonpatch'));
  for (const document of documents) {
    await page.getByRole('link', { name: `Open ${document.name}`, exact: true }).click();
    await page.getByRole('link', { name: 'Send' }).click();
    await page.getByRole('radio', { name: 'PNG still' }).click();
    await setNumber(page, 'Frame', GOLDEN_FRAME);
    const sent = await pngPixels(await send(page, 'PNG still .png'));
    const kept = await pngPixels(goldenPicture(document));
    // Blurs may be rounded differently; everything else is the same to the last bit.
    const allowed = document === SHADOWED ? 1 : 0;
    expect(worstDifference(sent, kept), document.name).toBeLessThanOrEqual(allowed);
    await backToKit(page);
  }
});
