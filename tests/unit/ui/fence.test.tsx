import { fireEvent, render, screen } from '@testing-library/react';
import type { ReactElement } from 'react';
import { PaperProvider } from 'react-native-paper';
import { Fence } from '@/ui/Fence';
import { ModalCard } from '@/ui/ModalCard';
import { dayTheme } from '@/ui/theme';
import { Words } from '@/ui/Words';

let broken = true;

function Fragile() {
  if (broken) throw new Error('x is not a function');
  return <Words>Whole again</Words>;
}

const show = (inside: ReactElement) =>
  render(
    <PaperProvider theme={dayTheme} settings={{ icon: () => null }}>
      <Words>What is beside it</Words>
      {inside}
    </PaperProvider>,
  );

beforeEach(() => {
  broken = true;
  jest.spyOn(console, 'error').mockImplementation(() => undefined);
});
afterEach(() => jest.restoreAllMocks());

it('a part that breaks leaves the rest, says so in plain words, and can be tried again', () => {
  show(
    <Fence what="These settings">
      <Fragile />
    </Fence>,
  );
  expect(screen.getByText('What is beside it')).toBeTruthy();
  expect(screen.getByRole('alert').textContent).toMatch(/^These settings could not be shown/);
  expect(screen.getByRole('alert').textContent).not.toMatch(/function/);
  broken = false;
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }));
  expect(screen.getByText('Whole again')).toBeTruthy();
});

it('another page of a part is tried afresh', () => {
  const page = (name: string) => (
    <Fence what="These settings" page={name}>
      <Fragile />
    </Fence>
  );
  const { rerender } = render(<PaperProvider theme={dayTheme}>{page('Look')}</PaperProvider>);
  expect(screen.getByRole('alert')).toBeTruthy();
  broken = false;
  rerender(<PaperProvider theme={dayTheme}>{page('Place')}</PaperProvider>);
  expect(screen.getByText('Whole again')).toBeTruthy();
});

it('a dialog that breaks can be closed', () => {
  const onClose = jest.fn();
  show(
    <ModalCard label="Key colour" onClose={onClose}>
      <Fragile />
    </ModalCard>,
  );
  expect(screen.getByText('What is beside it')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(onClose).toHaveBeenCalled();
});
