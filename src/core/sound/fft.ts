/**
 * The magnitudes of a real signal's spectrum, by a radix-2 fast Fourier transform (J. W. Cooley and
 * J. W. Tukey, 1965), with a Hann window.
 * @param size a power of two
 * @returns a function of samples and where to begin in them, giving size / 2 magnitudes, used anew
 * each time
 */
export function spectrum(size: number): (samples: Float32Array, from: number) => Float64Array {
  const window = Float64Array.from(
    { length: size },
    (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
  );
  const real = new Float64Array(size);
  const imaginary = new Float64Array(size);
  const magnitudes = new Float64Array(size / 2);
  const cos = Float64Array.from({ length: size / 2 }, (_, i) => Math.cos((2 * Math.PI * i) / size));
  const sin = Float64Array.from(
    { length: size / 2 },
    (_, i) => -Math.sin((2 * Math.PI * i) / size),
  );
  const reversed = bitReversal(size);
  return (samples, from) => {
    for (let i = 0; i < size; i++) {
      real[reversed[i]] = (samples[from + i] ?? 0) * window[i];
      imaginary[i] = 0;
    }
    for (let half = 1; half < size; half *= 2) {
      const stride = size / (2 * half);
      for (let start = 0; start < size; start += 2 * half) {
        for (let k = 0; k < half; k++) {
          const a = start + k;
          const b = a + half;
          const re = real[b] * cos[k * stride] - imaginary[b] * sin[k * stride];
          const im = real[b] * sin[k * stride] + imaginary[b] * cos[k * stride];
          real[b] = real[a] - re;
          imaginary[b] = imaginary[a] - im;
          real[a] += re;
          imaginary[a] += im;
        }
      }
    }
    for (let i = 0; i < magnitudes.length; i++) magnitudes[i] = Math.hypot(real[i], imaginary[i]);
    return magnitudes;
  };
}

function bitReversal(size: number): Uint32Array {
  const bits = Math.log2(size);
  return Uint32Array.from({ length: size }, (_, i) => {
    let out = 0;
    for (let bit = 0; bit < bits; bit++) if (i & (1 << bit)) out |= 1 << (bits - 1 - bit);
    return out;
  });
}
