// The decoder unpacks its dictionary when it is loaded, which takes 0.1 s in every worker; only fonts in WOFF2 need it.
module.exports = (input, size) => require('brotli/dec/decode').BrotliDecompressBuffer(input, size);
