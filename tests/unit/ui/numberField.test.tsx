import { fireEvent, render, screen } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { NumberField } from '@/ui/NumberField';
import { dayTheme } from '@/ui/theme';

const show = (value: number, onChange: jest.Mock) =>
  render(
    <PaperProvider theme={dayTheme} settings={{ icon: () => null }}>
      <NumberField
        label="Size"
        unit="px"
        value={value}
        min={1}
        max={100}
        step={1}
        onChange={onChange}
      />
    </PaperProvider>,
  );

const type = (text: string) => {
  const field = screen.getByRole('textbox', { name: 'Size' });
  fireEvent.change(field, { target: { value: text } });
  return field;
};

describe('a typed number', () => {
  it('is taken when the field is left, as one undo step of its own', () => {
    const onChange = jest.fn();
    show(10, onChange);
    fireEvent.blur(type('42'));
    expect(onChange).toHaveBeenCalledTimes(1);
    expect(onChange).toHaveBeenCalledWith(42, null);
  });

  it('takes a comma for a decimal point', () => {
    const onChange = jest.fn();
    show(10, onChange);
    fireEvent.blur(type('12,5'));
    expect(onChange).toHaveBeenCalledWith(12.5, null);
  });

  it.each(['', 'abc', '0', '101', '1e999'])(
    '“%s” is refused, says what is allowed, and changes nothing',
    (text) => {
      const onChange = jest.fn();
      show(10, onChange);
      const field = type(text);
      expect(field.getAttribute('aria-invalid')).toBe('true');
      expect(screen.getByText('1 to 100')).toBeTruthy();
      fireEvent.blur(field);
      expect(onChange).not.toHaveBeenCalled();
      expect((field as HTMLInputElement).value).toBe('10');
    },
  );

  it('is one undo step for as long as an arrow key is held, and another for each press', () => {
    const onChange = jest.fn();
    show(10, onChange);
    const field = screen.getByRole('textbox', { name: 'Size' });
    const press = (repeat: boolean) => fireEvent.keyDown(field, { key: 'ArrowUp', repeat });
    [false, true, true, false].forEach(press);
    const [first, second, third, other] = onChange.mock.calls.map(
      ([, gesture]) => gesture as string,
    );
    expect(first).toBeTruthy();
    expect([second, third]).toEqual([first, first]);
    expect(other).not.toBe(first);
  });
});
