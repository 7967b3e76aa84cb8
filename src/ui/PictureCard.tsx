import { useEffect, useState, type ReactNode } from 'react';
import { Image, Pressable, StyleSheet, View } from 'react-native';
import { linkTo } from './linkTo';
import { RADIUS, useTokens } from './theme';
import { Words } from './Words';

export interface PictureCardProps {
  /** Where it leads; left out where it only does something. */
  readonly href?: string;
  /** What a tap does, for who cannot see the picture. */
  readonly label: string;
  readonly name: string;
  readonly pictures: { readonly urls: readonly string[]; readonly failed: boolean };
  readonly playing: boolean;
  readonly onPlay: (playing: boolean) => void;
  readonly onOpen: () => void;
  readonly menu?: ReactNode;
  readonly facts?: string;
}

/** A picture that plays under the pointer or a long press, with its name. */
export function PictureCard(props: PictureCardProps) {
  const { href, label, name, pictures, playing, onPlay, onOpen, menu, facts } = props;
  const tokens = useTokens();
  return (
    <View style={[styles.card, { backgroundColor: tokens.card }]}>
      <Pressable
        {...(href ? linkTo(href, onOpen) : { role: 'button', onPress: onOpen })}
        aria-label={label}
        onHoverIn={() => onPlay(true)}
        onHoverOut={() => onPlay(false)}
        onLongPress={() => onPlay(!playing)}
      >
        <View style={[styles.picture, { backgroundColor: tokens.line }]}>
          <Flipbook urls={pictures.urls} playing={playing} name={name} />
          {pictures.failed ? <Words kind="small">No picture could be made</Words> : null}
        </View>
      </Pressable>
      <View style={styles.foot}>
        <Words kind="strong" lines={2} style={styles.name}>
          {name}
        </Words>
        {menu}
      </View>
      {facts ? (
        <Words kind="small" soft lines={2} style={styles.facts}>
          {facts}
        </Words>
      ) : null}
    </View>
  );
}

const FLIP_MILLISECONDS = 180;

interface FlipbookProps {
  readonly urls: readonly string[];
  readonly playing: boolean;
  readonly name: string;
}

function Flipbook({ urls, playing, name }: FlipbookProps) {
  const [at, setAt] = useState(0);
  useEffect(() => {
    if (!playing || urls.length < 2) return undefined;
    const timer = setInterval(() => setAt((value) => value + 1), FLIP_MILLISECONDS);
    return () => clearInterval(timer);
  }, [playing, urls]);
  if (urls.length === 0) return null;
  const uri = urls[playing ? at % urls.length : 0];
  return (
    <Image
      source={{ uri }}
      accessibilityLabel={`Picture of ${name}`}
      resizeMode="contain"
      style={styles.image}
    />
  );
}

const styles = StyleSheet.create({
  card: { borderRadius: RADIUS.card, padding: 8, paddingBottom: 4 },
  picture: {
    aspectRatio: 16 / 9,
    borderRadius: RADIUS.inner,
    overflow: 'hidden',
    alignItems: 'center',
    justifyContent: 'center',
  },
  image: { position: 'absolute', width: '100%', height: '100%' },
  foot: { flexDirection: 'row', alignItems: 'center', minHeight: 36, paddingLeft: 4 },
  name: { flex: 1, minWidth: 0 },
  facts: { paddingHorizontal: 4, paddingBottom: 6, marginTop: -8 },
});
