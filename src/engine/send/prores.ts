import { EncodedPacket, EncodedVideoPacketSource, MovOutputFormat } from 'mediabunny';
import type { Profile } from '@/core/prores/profile';
import { framesToSeconds } from '@/core/time';
import { COLOUR, filmEncoder } from './film';
import { proresCoder } from './proresCoder';
import type { EncodeTarget, Encoder } from './types';

/** Every frame by itself, in a MOV file with its sound as it is. */
export const proresEncoder = (target: EncodeTarget, profile: Profile): Promise<Encoder> =>
  filmEncoder(target, {
    container: () => new MovOutputFormat({ fastStart: 'reserve' }),
    pictures: async ({ width, height, rate }) => {
      const source = new EncodedVideoPacketSource('prores');
      const code = await proresCoder({ width, height }, rate, profile);
      const decoderConfig = {
        ...{ codec: profile.fourCc, codedWidth: width, codedHeight: height },
        colorSpace: COLOUR,
      };
      const seconds = framesToSeconds(1, rate);
      let coded = new Uint8Array();
      return {
        source,
        add: (rgba, frame) => {
          if (rgba) coded = code(rgba);
          const packet = new EncodedPacket(coded, 'key', framesToSeconds(frame, rate), seconds);
          return source.add(packet, { decoderConfig });
        },
      };
    },
    alpha: profile.alphaBits > 0,
    sound: { codec: 'pcm-s16' },
    delay: 0,
  });
