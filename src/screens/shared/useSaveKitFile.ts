import { fileName } from '@/core/sending/fileName';
import { saveKitFile } from '@/store/kitFiles';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { download } from './files';

/** Writes the kit to a file and hands it to the browser's downloads. */
export function useSaveKitFile(): () => void {
  const dispatch = useAppDispatch();
  const name = useAppSelector((state) => state.kit.name);
  return () =>
    void dispatch(saveKitFile()).then((file) => {
      if (file) download(file, fileName(name, 'moonpatch'));
    });
}
