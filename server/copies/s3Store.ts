import { createReadStream, createWriteStream } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import {
  DeleteObjectCommand,
  GetObjectCommand,
  ListObjectsV2Command,
  S3Client,
  S3ServiceException,
  type S3ClientConfig,
} from '@aws-sdk/client-s3';
import { Upload } from '@aws-sdk/lib-storage';
import type { Store } from './store';

/** Bytes of the pieces that a file is sent in; ten thousand of them are allowed, the largest copy has 16 GB. */
const PIECE = 16 * 1024 ** 2;

/** Stores on one's own machines have no regions, no host name for each bucket, and not all sums. */
const COMPATIBLE: S3ClientConfig = {
  region: 'us-east-1',
  forcePathStyle: true,
  requestChecksumCalculation: 'WHEN_REQUIRED',
  responseChecksumValidation: 'WHEN_REQUIRED',
};

/**
 * Files in a bucket of a store that speaks the S3 protocol; keys are read from the environment, as its own tools do.
 * @param endpoint its address; null for the protocol's own
 */
export function s3Store(bucket: string, endpoint: string | null): Store {
  const client = new S3Client(endpoint ? { ...COMPATIBLE, endpoint } : {});
  const at = (id: string, name: string) => ({ Bucket: bucket, Key: `${id}/${name}` });
  const take: Store['take'] = async (id, name, pieces) => {
    const params = { ...at(id, name), Body: pieces };
    await new Upload({ client, params, partSize: PIECE, queueSize: 2 }).done();
  };
  return {
    take,
    keep: (id, name, path) => take(id, name, createReadStream(path)),
    fetch: async (id, name, folder) => {
      const path = join(folder, name);
      const { Body } = await client.send(new GetObjectCommand(at(id, name)));
      await pipeline(Body as Readable, createWriteStream(path));
      return path;
    },
    hand: async (id, name, { method, headers }, response) => {
      const ask = new GetObjectCommand({ ...at(id, name), Range: headers.range });
      const found = await client.send(ask).catch((error: unknown) => {
        if (!(error instanceof S3ServiceException) || error.name !== 'InvalidRange') throw error;
        return null;
      });
      if (!found) return void response.status(416).end();
      response.status(found.ContentRange ? 206 : 200).set({
        'accept-ranges': 'bytes',
        'content-length': `${found.ContentLength}`,
        ...(found.ContentRange && { 'content-range': found.ContentRange }),
      });
      const body = found.Body as Readable;
      if (method === 'HEAD') {
        body.destroy();
        return void response.end();
      }
      await pipeline(body, response).catch((error: unknown) => {
        if (!response.destroyed) throw error;
      });
    },
    remove: async (id) => {
      const found = await client.send(
        new ListObjectsV2Command({ Bucket: bucket, Prefix: `${id}/` }),
      );
      for (const { Key } of found.Contents ?? []) {
        await client.send(new DeleteObjectCommand({ Bucket: bucket, Key }));
      }
    },
  };
}
