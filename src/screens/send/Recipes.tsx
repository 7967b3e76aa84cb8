import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { Landing, Overlay } from '@/core/document';
import { formatById } from '@/core/formats';
import { recipesFor, type Recipe, type SendSettings } from '@/core/document/sendSettings';
import { addRecipe, remove } from '@/store/actions';
import { selectRecipes } from '@/store/selectors';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Card } from '@/ui/Card';
import { Action, IconAction } from '@/ui/Action';
import { Chip, Choice } from '@/ui/Chip';
import { Dialog } from '@/ui/Dialog';
import { TextField } from '@/ui/TextField';
import { Words } from '@/ui/Words';

interface RecipesProps {
  readonly document: Overlay | Landing;
  readonly settings: SendSettings;
  readonly onUse: (settings: SendSettings) => void;
}

/** Remembered settings: used at a tap, kept under a name. */
export function Recipes({ document, settings, onUse }: RecipesProps) {
  const dispatch = useAppDispatch();
  const recipes = recipesFor(useAppSelector(selectRecipes), document.id);
  const [keeping, setKeeping] = useState(false);
  return (
    <Card>
      <View style={styles.row}>
        <Words kind="strong" style={styles.grow}>
          Recipes
        </Words>
        <Action label="Keep these settings" icon="plus" onPress={() => setKeeping(true)} />
      </View>
      {recipes.length === 0 ? (
        <Words kind="small" soft>
          A recipe remembers everything chosen here, for this one or for all of the kit.
        </Words>
      ) : null}
      {recipes.map((recipe) => (
        <View key={recipe.id} style={styles.row}>
          <View style={styles.grow}>
            <Words>{recipe.name}</Words>
            <Words kind="small" soft>
              {summary(recipe)}
            </Words>
          </View>
          <Chip label="Use" spoken={`Use ${recipe.name}`} onPress={() => onUse(recipe.settings)} />
          <IconAction
            label={`Delete ${recipe.name}`}
            icon="trash-can-outline"
            onPress={() => dispatch(remove(recipe.id))}
          />
        </View>
      ))}
      <KeepDialog
        open={keeping}
        onClose={() => setKeeping(false)}
        onKeep={(name, own) => dispatch(addRecipe(name, own ? document.id : null, settings))}
      />
    </Card>
  );
}

const summary = ({ settings, document }: Recipe): string =>
  [
    formatById(settings.format)?.label ?? settings.format,
    `${settings.scale} ×`,
    ...(settings.crop ? ['cropped'] : []),
    document === null ? 'for the kit' : 'for this one',
  ].join(' · ');

interface KeepDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly onKeep: (name: string, own: boolean) => void;
}

function KeepDialog({ open, onClose, onKeep }: KeepDialogProps) {
  const [name, setName] = useState('');
  const [own, setOwn] = useState(false);
  const keep = () => {
    const plain = name.trim();
    if (plain === '') return;
    onKeep(plain, own);
    setName('');
    onClose();
  };
  return (
    <Dialog
      title="Keep as a recipe"
      open={open}
      onClose={onClose}
      actions={<Action label="Keep" tone="main" disabled={name.trim() === ''} onPress={keep} />}
    >
      <TextField label="Name of the recipe" value={name} onChange={setName} />
      <Choice
        label="For what"
        options={[
          { value: 'kit', label: 'All of the kit' },
          { value: 'own', label: 'Only this one' },
        ]}
        value={own ? 'own' : 'kit'}
        onChange={(value) => setOwn(value === 'own')}
      />
    </Dialog>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1 },
});
