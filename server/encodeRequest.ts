import { boolean, number, object, string, ValidationError, type InferType } from 'yup';
import { SERVER_FORMATS } from './ffmpeg';
import { Refusal } from './refusal';

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

/** @throws Refusal 400 naming the wrong field */
export function readEncodeRequest(body: unknown): EncodeRequest {
  try {
    return schema.validateSync(body);
  } catch (error) {
    // What is nested too deeply to be looked through is no request either.
    const why = error instanceof ValidationError ? error.message : 'it is nested too deeply';
    throw new Refusal(400, `This request is not right: ${why}`);
  }
}
