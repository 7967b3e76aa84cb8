// Tables of letters are unpacked when they are loaded, four of them in every worker that sets words;
// most words need one.
const UnicodeTrie = require('../../node_modules/unicode-trie/index.js');

module.exports = class LateUnicodeTrie {
  constructor(packed) {
    this.packed = packed;
  }

  get(codePoint) {
    this.table ??= new UnicodeTrie(this.packed);
    return this.table.get(codePoint);
  }
};
