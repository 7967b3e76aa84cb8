import { anyNumber, id, name, oneOf, whole } from './fields';

/** The version of documents that is written; older ones are migrated when they are read. */
export const DOCUMENT_VERSION = 10;

/** What everything has that is kept by itself. */
export const documentFields = <const K extends string>(kind: K) => ({
  kind: oneOf([kind]),
  version: whole(1, DOCUMENT_VERSION),
  id: id(),
  name: name(),
  /** Milliseconds since 1970. */
  created: anyNumber(),
});
