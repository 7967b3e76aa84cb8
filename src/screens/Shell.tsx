import { useEffect, type ComponentProps, type ReactNode } from 'react';
import { StyleSheet, useColorScheme, View } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { startOffline } from '@/store/offline';
import { keepKit } from '@/store/start';
import { useAppDispatch, useAppSelector } from '@/store/store';
import { Fence } from '@/ui/Fence';
import { useKeys } from '@/ui/keys';
import { SilentIcon } from '@/ui/SilentIcon';
import { dayTheme, newMoonTheme } from '@/ui/theme';
import { ArrivingFiles } from './shared/ArrivingFiles';
import { BusyWork } from './shared/BusyWork';
import { Banner, Notices, UpdateOffer } from './shared/Notices';
import { UnreadableFiles } from './shared/Unreadable';

/** Paper calls this as a plain function. A component uses hooks once it is compiled, and has to be rendered. */
const SIGNS = { icon: (sign: ComponentProps<typeof SilentIcon>) => <SilentIcon {...sign} /> };

/** What is round every screen: theme, saving, notices, dropped files. */
export function Shell({ children }: { readonly children: ReactNode }) {
  const dispatch = useAppDispatch();
  const system = useColorScheme();
  const wanted = useAppSelector((state) => state.session.theme);
  const dark = wanted === 'dark' || (wanted === 'system' && system === 'dark');
  const theme = dark ? newMoonTheme : dayTheme;

  useKeys();
  useEffect(() => {
    void dispatch(keepKit());
    void dispatch(startOffline());
  }, [dispatch]);

  return (
    <PaperProvider theme={theme} settings={SIGNS}>
      <View style={[styles.page, { backgroundColor: theme.tokens.paper }]}>
        <Fence what="A notice">
          <Banner />
          <UpdateOffer />
          <BusyWork />
          <Notices />
        </Fence>
        <ArrivingFiles>{children}</ArrivingFiles>
        <Fence what="A question about files">
          <UnreadableFiles />
        </Fence>
      </View>
    </PaperProvider>
  );
}

const styles = StyleSheet.create({ page: { flex: 1, minHeight: 0 } });
