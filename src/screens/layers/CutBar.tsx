import type { Layer } from '@/core/document';
import { cutThrough } from '@/core/edit/splitLetters';
import { Action } from '@/ui/Action';
import { FootBar } from '@/ui/FootBar';
import { useSplit } from './LayerMenu';
import { useEditing, type Cut } from './editing';

interface CutBarProps {
  readonly layer: Layer;
  readonly cut: Cut;
}

/** Cuts along the line that lies on the stage, or takes it away again. */
export function CutBar({ layer, cut }: CutBarProps) {
  const { document, setCut } = useEditing();
  const split = useSplit();
  const cutHere = () => {
    const line = cutThrough(document, layer, cut, cut.angle);
    setCut(null);
    void split(layer.id, { by: 'line', line });
  };
  return (
    <FootBar says="Drag the line, then cut">
      <Action label="Leave it whole" onPress={() => setCut(null)} />
      <Action label="Cut" icon="content-cut" tone="main" onPress={cutHere} />
    </FootBar>
  );
}
