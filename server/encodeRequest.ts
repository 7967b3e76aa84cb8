import { boolean, number, object, string, type InferType } from 'yup';
import { SERVER_FORMATS } from './ffmpeg';

const whole = (max: number) => number().strict().integer().min(1).max(max).required();

const schema = object({
  format: string().strict().oneOf(SERVER_FORMATS).required(),
  width: whole(7680),
  height: whole(7680),
  frames: whole(200_000),
  sound: boolean().strict().required(),
  rate: object({ num: whole(240_000), den: whole(1001) })
    .strict()
    .noUnknown()
    .required(),
})
  .strict()
  .noUnknown()
  .required();

export type EncodeRequest = InferType<typeof schema>;

/** @throws ValidationError naming the wrong field */
export const readEncodeRequest = (body: unknown): EncodeRequest => schema.validateSync(body);
