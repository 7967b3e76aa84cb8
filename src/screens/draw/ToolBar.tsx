import { StyleSheet, View } from 'react-native';
import { brushKind } from '@/core/brushes';
import { timeLayers } from '@/core/motion/timing';
import { usePlayer } from '@/store/player';
import type { PenSettings } from '@/store/session';
import { IconAction } from '@/ui/Action';
import { ColourSwatch } from '@/ui/ColourField';
import { useTokens } from '@/ui/theme';
import { ProofMenu } from '../shared/ProofMenu';
import { useDraw, usePen } from './draw';

/** What is in hand, and play: within reach of the thumb. */
export function ToolBar() {
  const tokens = useTokens();
  const { overlay, layer, player, proof, setProof } = useDraw();
  const [pen, setPen] = usePen();
  const playing = usePlayer(player, (state) => state.playing);
  const tool = (value: PenSettings['tool'], label: string, icon: string) => (
    <IconAction
      label={label}
      icon={icon}
      selected={pen.tool === value}
      onPress={() => setPen({ tool: value })}
    />
  );
  const play = () => {
    if (playing) return player.toggle(overlay.length);
    const { from, to } = timeLayers(overlay).get(layer.id)!;
    player.playRange(Math.max(0, from), Math.min(overlay.length, to));
  };
  return (
    <View role="toolbar" aria-label="Tools" style={[styles.bar, { borderColor: tokens.line }]}>
      {tool(
        'draw',
        `Draw with the ${brushKind(pen.brush).label.toLowerCase()}`,
        brushKind(pen.brush).icon,
      )}
      {tool('rub', 'Rub out', 'eraser')}
      {tool('view', 'Move the view', 'hand-back-right-outline')}
      <ColourSwatch
        label="Pen colour"
        value={pen.colour}
        onChange={(colour) => setPen({ colour, tool: 'draw' })}
      />
      <View style={styles.rest}>
        <ProofMenu overlay={overlay} value={proof} onChange={setProof} />
      </View>
      <IconAction
        label={playing ? 'Stop' : 'Play the drawing'}
        icon={playing ? 'stop' : 'play'}
        selected={playing}
        onPress={play}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  bar: {
    flexDirection: 'row',
    alignItems: 'center',
    height: 56,
    paddingHorizontal: 8,
    gap: 2,
    borderTopWidth: 1,
  },
  rest: { flex: 1, flexDirection: 'row', justifyContent: 'flex-end', minWidth: 0 },
});
