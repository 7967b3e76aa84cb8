import { View } from 'react-native';
import type { WordsLayer } from '@/core/document';
import { lettersOf, wordsOf, type Stretch } from '@/core/edit';
import { LongChoice } from '@/ui/Chip';
import { useEditing } from '../editing';

const ALL = '';

interface Offer extends Stretch {
  readonly label: string;
}

/** What of the words the settings under it are for: all of them, one word, or a letter of it. */
export function StretchChoice({ layer }: { readonly layer: WordsLayer }) {
  const { stretch, chooseStretch } = useEditing();
  const letters = lettersOf(layer.text);
  const words = wordsOf(layer.text);
  if (letters.length < 2) return null;
  const word =
    words.length === 1
      ? words[0]
      : words.find(({ from, to }) => stretch && stretch.from >= from && stretch.to <= to);
  const isOwn = ({ from, to }: Stretch) =>
    layer.letters.some(({ index }) => index >= from && index < to) ||
    layer.moves.some(({ letter }) => letter !== null && letter >= from && letter < to);
  const marked = (offer: Offer) => ({
    ...offer,
    label: isOwn(offer) ? `${offer.label} •` : offer.label,
  });
  const single = word ? lettersIn(letters, word) : [];
  return (
    <View>
      {words.length > 1 ? (
        <StretchRow
          label="Word"
          all="All words"
          offers={words.map(({ text, ...range }) => marked({ label: text, ...range }))}
          chosen={word ?? null}
          onChoose={chooseStretch}
        />
      ) : null}
      {single.length > 1 ? (
        <StretchRow
          label="Letter"
          all="All letters"
          offers={single.map(marked)}
          chosen={
            single.find(({ from, to }) => stretch?.from === from && stretch.to === to) ?? null
          }
          onChoose={(letter) => chooseStretch(letter ?? (words.length > 1 ? word! : null))}
        />
      ) : null}
    </View>
  );
}

const lettersIn = (letters: readonly string[], { from, to }: Stretch): readonly Offer[] =>
  letters.slice(from, to).map((label, i) => ({ label, from: from + i, to: from + i + 1 }));

interface StretchRowProps {
  readonly label: string;
  /** What stands for none of them in particular. */
  readonly all: string;
  readonly offers: readonly Offer[];
  readonly chosen: Stretch | null;
  readonly onChoose: (stretch: Stretch | null) => void;
}

function StretchRow({ label, all, offers, chosen, onChoose }: StretchRowProps) {
  const options = [
    { value: ALL, label: all },
    ...offers.map((offer) => ({ value: String(offer.from), label: offer.label })),
  ];
  const choose = (value: string) => {
    const offer = offers.find(({ from }) => String(from) === value);
    onChoose(offer ? { from: offer.from, to: offer.to } : null);
  };
  return (
    <LongChoice
      label={label}
      options={options}
      value={chosen ? String(chosen.from) : ALL}
      onChange={choose}
    />
  );
}
