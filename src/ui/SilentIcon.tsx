import MaterialDesignIcons from '@react-native-vector-icons/material-design-icons';
import type { ComponentProps } from 'react';

type Icon = ComponentProps<typeof MaterialDesignIcons>;

interface SilentIconProps {
  readonly name: string;
  readonly size: number;
  readonly color?: string;
}

/** A sign beside or instead of words that are read out anyway: it is not read out itself. */
export const SilentIcon = ({ name, size, color }: SilentIconProps) => (
  <MaterialDesignIcons
    name={name as Icon['name']}
    size={size}
    color={color}
    aria-hidden
    selectable={false}
    style={{ lineHeight: size, pointerEvents: 'none' }}
  />
);
