import { useMemo, useState, type ReactNode } from 'react';
import {
  changeLayer,
  dropLayer,
  linkLayers,
  shiftKeyframes,
  shiftLayer,
  trimLayer,
} from '@/core/edit';
import { CueSheet } from '@/ui/cueSheet/CueSheet';
import { useEditing } from './editing';
import { layerLanes } from './lanes';
import { hitFrames, soundLanes, useMeasuredSounds, useSoundDrags } from './sounds';
import { stretchPhase } from './stretch';
import { toggled } from './toggled';

interface LayerCueSheetProps {
  readonly several: boolean;
  /** The menu that adds to the document. */
  readonly add: ReactNode;
}

/** The cue sheet of the document's layers. */
export function LayerCueSheet({ several, add }: LayerCueSheetProps) {
  const { bundle, document, edit, player, selection, select } = useEditing();
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const measured = useMeasuredSounds(bundle);
  const { lanes, links } = useMemo(() => layerLanes(document, opened), [document, opened]);
  const sounds = useMemo(() => soundLanes(bundle, measured), [bundle, measured]);
  const snaps = useMemo(() => hitFrames(document, measured), [document, measured]);
  const editSound = useSoundDrags();
  return (
    <CueSheet
      lanes={[...lanes, ...sounds]}
      links={links}
      snaps={snaps}
      length={document.length}
      rate={document.rate}
      clock={player}
      selected={selection}
      add={add}
      onSelect={(id, more) => select(more || several ? toggled(selection, id) : [id])}
      onDrop={(id, below) => edit((stack) => dropLayer(stack, id, below))}
      onOpen={(id) => setOpened(new Set(toggled([...opened], id)))}
      onLink={(id, target, frame) => edit((stack) => linkLayers(stack, id, target, frame))}
      onKey={(id, frame, by, gesture) =>
        edit(
          (stack) => changeLayer(stack, id, (layer) => shiftKeyframes(layer, frame, by)),
          gesture,
        )
      }
      onScrub={(frame) => player.seek(frame, document.length)}
      onStep={(by) => player.seek(player.get().frame + by, document.length)}
      onShift={(id, by, gesture) =>
        editSound.shift(id, by, gesture) || edit((stack) => shiftLayer(stack, id, by), gesture)
      }
      onTrim={(id, end, by, gesture) =>
        editSound.trim(id, end, by, gesture) ||
        edit((stack) => trimLayer(stack, id, end, by), gesture)
      }
      onStretch={(id, part, by, gesture) =>
        edit((stack) => stretchPhase(stack, id, part, by), gesture)
      }
    />
  );
}
