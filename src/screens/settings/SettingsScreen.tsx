import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { FONTS } from '@/core/fonts';
import { remove } from '@/store/actions';
import { selectFonts, selectOverlays } from '@/store/selectors';
import { themeSet } from '@/store/session';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Page } from '@/ui/Page';
import { Card } from '@/ui/Card';
import { IconAction } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { Frame } from '@/ui/Frame';
import { Words } from '@/ui/Words';
import { Line } from './Line';
import { OfflineCard } from './OfflineCard';
import { CopiesCard, LeftOutCard, StorageCard, UnusedCard } from './KeptCards';

const THEMES = [
  { value: 'system', label: 'As the system' },
  { value: 'light', label: 'Day' },
  { value: 'dark', label: 'New moon' },
] as const;

const MEANINGS: readonly (readonly [string, string])[] = [
  ['Overlay', 'An animated picture with a clear or key-colour backdrop, made to lie over footage.'],
  [
    'Backdrop',
    'What is behind the artwork: nothing (clear), or one flat key colour that is removed later.',
  ],
  [
    'Guide frame',
    'A frame of your footage under the work, to judge place and colour. It is never sent.',
  ],
  [
    'Proof',
    'The surface behind the overlay while you look at it: squares, dark, light, bars or footage.',
  ],
  ['Arrive, stay, leave', 'The three parts of a layer’s time on show, and the moves in them.'],
  ['Cue', 'When a move starts: at a time, alongside another move, or once another move is done.'],
  ['Alpha', 'How solid each pixel is. Soft edges and shadows need a format that keeps it.'],
  ['Matte', 'The alpha of a clip, shown as grey: white is kept, black is removed.'],
  ['Landing', 'Footage with your overlays and clips on top.'],
];

const KEYS: readonly (readonly [string, string])[] = [
  ['Ctrl + Z', 'Undo'],
  ['Ctrl + Shift + Z', 'Redo'],
  ['Arrow keys on the stage', 'Move the chosen layer by 1 pixel, with Shift by 10'],
];

/** Theme, storage, shortcuts, what words mean, licences. */
export function SettingsScreen() {
  const router = useRouter();
  const dispatch = useAppDispatch();
  const theme = useAppSelector((state) => state.session.theme);
  return (
    <Frame title="Settings and help" onBack={() => router.replace('/')}>
      <Page width={720}>
        <Card heading title="Theme">
          <Choice
            label="Theme"
            options={THEMES}
            value={theme}
            onChange={(value) => dispatch(themeSet(value))}
          />
        </Card>
        <YourFonts />
        <StorageCard />
        <OfflineCard />
        <CopiesCard />
        <UnusedCard />
        <LeftOutCard />
        <Card heading title="Keyboard">
          <Pairs pairs={KEYS} />
        </Card>
        <Card heading title="What the words mean">
          <Pairs pairs={MEANINGS} />
        </Card>
        <Card heading title="Licences">
          <Words>
            Moon Patch is free software under the MIT licence. The fonts are open, under the SIL
            Open Font License or the Apache License 2.0:
          </Words>
          <Words soft>{FONTS.map((font) => font.name).join(', ')}.</Words>
        </Card>
      </Page>
    </Frame>
  );
}

/** Fonts that were brought in, and which overlays need them. */
function YourFonts() {
  const dispatch = useAppDispatch();
  const fonts = useAppSelector(selectFonts);
  const overlays = useAppSelector(selectOverlays);
  const uses = (id: string) =>
    overlays.filter(({ layers }) =>
      layers.some((layer) => layer.kind === 'words' && layer.font === id),
    ).length;
  const used = (count: number) => {
    if (count === 0) return 'not in use';
    return count === 1 ? 'in 1 overlay' : `in ${count} overlays`;
  };
  return (
    <Card heading title="Your fonts">
      {fonts.length === 0 ? (
        <Words soft>
          None yet. Bring one in where words are set in Make: a TTF, OTF, WOFF or WOFF2 file.
        </Words>
      ) : null}
      {fonts.map(({ id, name }) => (
        <Line key={id} name={name} about={used(uses(id))}>
          <IconAction
            label={`Delete ${name}`}
            icon="delete-outline"
            onPress={() => dispatch(remove(id))}
          />
        </Line>
      ))}
    </Card>
  );
}

function Pairs({ pairs }: { readonly pairs: readonly (readonly [string, string])[] }) {
  return pairs.map(([term, meaning]) => (
    <View key={term}>
      <Words kind="strong">{term}</Words>
      <Words soft>{meaning}</Words>
    </View>
  ));
}
