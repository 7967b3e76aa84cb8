import { act, fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { PaperProvider } from 'react-native-paper';
import { Action } from '@/ui/Action';
import { Choice } from '@/ui/Chip';
import { ColourField } from '@/ui/ColourField';
import { Fold } from '@/ui/Fold';
import { MoonProgress } from '@/ui/MoonProgress';
import { PictureCard } from '@/ui/PictureCard';
import { PopMenu } from '@/ui/PopMenu';
import { Steps } from '@/ui/Steps';
import { Tabs } from '@/ui/Tabs';
import { dayTheme, newMoonTheme } from '@/ui/theme';

const show = (children: ReactNode) =>
  render(
    <PaperProvider theme={dayTheme} settings={{ icon: () => null }}>
      {children}
    </PaperProvider>,
  );

describe('a choice', () => {
  const options = [
    { value: 'left', label: 'Left' },
    { value: 'right', label: 'Right' },
  ] as const;

  it('tells which one is chosen and takes another', () => {
    const onChange = jest.fn();
    show(<Choice label="Side" options={options} value="left" onChange={onChange} />);
    const group = screen.getByRole('radiogroup', { name: 'Side' });
    expect(within(group).getByRole('radio', { name: 'Left' }).getAttribute('aria-checked')).toBe(
      'true',
    );
    expect(within(group).getByRole('radio', { name: 'Right' }).getAttribute('aria-checked')).toBe(
      'false',
    );
    fireEvent.click(within(group).getByRole('radio', { name: 'Right' }));
    expect(onChange).toHaveBeenCalledWith('right');
  });
});

describe('a fold', () => {
  it('says what it is set to, and shows its settings once opened', () => {
    show(
      <Fold label="Glow" icon="star" now="12 px">
        <Action label="Glow more" onPress={jest.fn()} />
      </Fold>,
    );
    const head = screen.getByRole('button', { name: /^Glow ?12 px$/ });
    expect(within(head).getByText('12 px')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Glow more' })).toBeNull();
    fireEvent.click(head);
    expect(head.getAttribute('aria-expanded')).toBe('true');
    expect(screen.getByRole('button', { name: 'Glow more' })).toBeTruthy();
  });
});

describe('a card with a picture', () => {
  const card = (urls: readonly string[], playing: boolean, failed = false) => (
    <PictureCard
      href="/overlay/a/make"
      label="Open Wind card"
      name="Wind card"
      facts="6 s"
      pictures={{ urls, failed }}
      playing={playing}
      onPlay={jest.fn()}
      onOpen={opened}
    />
  );
  const opened = jest.fn();

  it('opens by its picture, and says so when there is none', () => {
    show(card([], false, true));
    expect(screen.getByText('No picture could be made')).toBeTruthy();
    fireEvent.click(screen.getByRole('link', { name: 'Open Wind card' }));
    expect(opened).toHaveBeenCalledTimes(1);
  });

  it('shows one picture after the other while it plays', () => {
    jest.useFakeTimers();
    show(card(['blob:a', 'blob:b'], true));
    const shown = () => screen.getByLabelText('Picture of Wind card').innerHTML;
    const first = shown();
    act(() => void jest.advanceTimersByTime(200));
    expect(shown()).not.toBe(first);
    act(() => void jest.advanceTimersByTime(200));
    expect(shown()).toBe(first);
    jest.useRealTimers();
  });
});

describe('a menu', () => {
  it('leads to further entries, and begins anew when it was closed', () => {
    const onPress = jest.fn();
    show(
      <PopMenu
        title="Add"
        entries={[{ label: 'Another shape', onPress: [{ label: 'Star', onPress }] }]}
        opener={(open) => <Action label="Open" onPress={open} />}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    fireEvent.click(screen.getByRole('menuitem', { name: 'Another shape' }));
    expect(screen.getByRole('menu', { name: 'Another shape' })).toBeTruthy();
    fireEvent.click(screen.getByRole('menuitem', { name: 'Star' }));
    expect(onPress).toHaveBeenCalledTimes(1);
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    expect(screen.getByRole('menu', { name: 'Add' })).toBeTruthy();
  });

  it('opens, does one thing, and closes', () => {
    const onPress = jest.fn();
    show(
      <PopMenu
        title="Add"
        entries={[
          { label: 'Words', onPress },
          { label: 'Shape', onPress: jest.fn() },
        ]}
        opener={(open) => <Action label="Open" onPress={open} />}
      />,
    );
    expect(screen.queryByRole('menu')).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    fireEvent.click(screen.getByRole('menuitem', { name: 'Words' }));
    expect(onPress).toHaveBeenCalledTimes(1);
    expect(screen.queryByRole('menu')).toBeNull();
  });

  it('says so when it is empty', () => {
    show(
      <PopMenu
        title="Add"
        entries={[]}
        empty="Nothing yet."
        opener={(open) => <Action label="Open" onPress={open} />}
      />,
    );
    fireEvent.click(screen.getByRole('button', { name: 'Open' }));
    expect(screen.getByText('Nothing yet.')).toBeTruthy();
  });
});

describe('a colour', () => {
  it('is named for everyone, and its exact value can be typed', () => {
    const onChange = jest.fn();
    show(<ColourField label="Fill" value="#b3432b" onChange={onChange} />);
    fireEvent.click(screen.getByRole('button', { name: 'Fill: red, #b3432b. Change' }));
    const field = screen.getByRole('textbox', { name: 'Colour value' });
    fireEvent.change(field, { target: { value: '#12' } });
    expect(onChange).not.toHaveBeenCalled();
    expect(field.getAttribute('aria-invalid')).toBe('true');
    fireEvent.change(field, { target: { value: '3F7D6B' } });
    expect(onChange).toHaveBeenCalledWith('#3f7d6b', expect.any(String));
  });
});

describe('the four steps', () => {
  it('mark where one is, lead on, and bar what cannot be reached', () => {
    const way = (href: string) => ({ href, go: jest.fn() });
    const go = { make: null, check: way('/c'), send: way('/s'), land: way('/l') };
    show(<Steps current="send" rail={false} low={false} go={go} check="notes" />);
    expect(screen.getByRole('link', { name: 'Send' }).getAttribute('aria-current')).toBe('step');
    expect(screen.getByRole('link', { name: 'Make' }).getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(screen.getByRole('link', { name: 'Check: a few fine points' }));
    expect(go.check.go).toHaveBeenCalled();
  });
});

describe('tabs', () => {
  it('tell which one is open', () => {
    const onChange = jest.fn();
    const tabs = [
      { value: 'look', label: 'Look' },
      { value: 'place', label: 'Place' },
    ] as const;
    show(<Tabs tabs={tabs} value="look" onChange={onChange} />);
    expect(screen.getByRole('tab', { name: 'Look' }).getAttribute('aria-selected')).toBe('true');
    fireEvent.click(screen.getByRole('tab', { name: 'Place' }));
    expect(onChange).toHaveBeenCalledWith('place');
  });
});

describe('long work', () => {
  const at = (done: number, seconds: number) =>
    show(
      <MoonProgress
        doing="Making the file"
        done={done}
        total={100}
        startedAt={performance.now() - seconds * 1000}
        onStop={jest.fn()}
      />,
    );

  it('counts nothing before it knows how much there is', () => {
    show(<MoonProgress doing="Waiting" done={0} total={0} startedAt={0} onStop={jest.fn()} />);
    expect(screen.getByText('working out how long')).toBeTruthy();
  });

  it('promises no time before it can know', () => {
    at(2, 1);
    expect(screen.getByText(/working out how long/)).toBeTruthy();
  });

  it('tells how long it will still take, from how long it took so far', () => {
    at(25, 10);
    expect(screen.getByText(/25 of 100 · about 3[01] s left/)).toBeTruthy();
    expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('25');
  });

  it('counts long waits in minutes', () => {
    at(10, 60);
    expect(screen.getByText(/about (9|10) min left/)).toBeTruthy();
  });

  it('can be stopped', () => {
    const onStop = jest.fn();
    show(<MoonProgress doing="Making" done={1} total={2} startedAt={0} onStop={onStop} />);
    fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
    expect(onStop).toHaveBeenCalled();
  });
});

describe('the themes', () => {
  /** WCAG 2's relative luminance and contrast. */
  const luminance = (hex: string) => {
    const [r, g, b] = [1, 3, 5].map((i) => {
      const c = parseInt(hex.slice(i, i + 2), 16) / 255;
      return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
    });
    return 0.2126 * r + 0.7152 * g + 0.0722 * b;
  };
  const contrast = (a: string, b: string) => {
    const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
    return (high + 0.05) / (low + 0.05);
  };

  it.each([
    ['day', dayTheme.tokens],
    ['new moon', newMoonTheme.tokens],
  ])('%s keeps text readable on every surface it stands on (AA)', (_name, tokens) => {
    for (const surface of [
      tokens.paper,
      tokens.card,
      tokens.plumSoft,
      tokens.moonSoft,
      tokens.rustSoft,
      tokens.lichenSoft,
    ]) {
      expect(contrast(tokens.ink, surface)).toBeGreaterThan(4.5);
    }
    for (const surface of [tokens.paper, tokens.card]) {
      expect(contrast(tokens.softInk, surface)).toBeGreaterThan(4.5);
      expect(contrast(tokens.plum, surface)).toBeGreaterThan(4.5);
      expect(contrast(tokens.rust, surface)).toBeGreaterThan(4.5);
    }
    expect(contrast(tokens.onPlum, tokens.plum)).toBeGreaterThan(4.5);
  });
});
