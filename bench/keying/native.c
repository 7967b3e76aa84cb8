// The fused key and over of src/core/matte/keyPixels.ts in plain C, as the limit of one thread.
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

static float clamp(float x, float low, float high) { return x < low ? low : x > high ? high : x; }

static void key_over(const uint8_t *source, uint8_t *background, int pixels, const float *c) {
  const float scale_cb = 1.0f / (2.0f * (1.0f - 0.0722f) * 255.0f);
  const float scale_cr = 1.0f / (2.0f * (1.0f - 0.2126f) * 255.0f);
  for (int i = 0; i < pixels; i++) {
    const uint8_t *s = source + 4 * i;
    uint8_t *t = background + 4 * i;
    float r = s[0], g = s[1], b = s[2];
    float y = 0.2126f * r + 0.7152f * g + 0.0722f * b;
    float u = (b - y) * scale_cb - c[4], v = (r - y) * scale_cr - c[5];
    float alpha = clamp((sqrtf(u * u + v * v) - c[6]) * c[7], 0.0f, 1.0f);
    float rest = 1.0f - alpha, most = 255.0f * alpha;
    r = clamp(r - rest * c[1], 0.0f, most);
    g = clamp(g - rest * c[2], 0.0f, most);
    b = clamp(b - rest * c[3], 0.0f, most);
    // The key is a green one: spill is what green exceeds the others by.
    float excess = (g > (r > b ? r : b) ? g - (r > b ? r : b) : 0.0f) * c[8];
    float back = excess * 0.7152f;
    t[0] = (uint8_t)(r + back + rest * t[0] + 0.5f);
    t[1] = (uint8_t)(g + back - excess + rest * t[1] + 0.5f);
    t[2] = (uint8_t)(b + back + rest * t[2] + 0.5f);
    t[3] = 255;
  }
}

int main(int count, char **arguments) {
  if (count != 5) return 1;
  int pixels = atoi(arguments[3]), rounds = atoi(arguments[4]);
  uint8_t *source = malloc(4 * (size_t)pixels), *background = calloc(4, (size_t)pixels);
  float constants[22];
  FILE *file = fopen(arguments[1], "rb");
  if (!file || fread(source, 4, (size_t)pixels, file) != (size_t)pixels) return 1;
  file = fopen(arguments[2], "rb");
  if (!file || fread(constants, sizeof(float), 22, file) != 22) return 1;
  double best = 1e9;
  for (int i = 0; i < rounds; i++) {
    struct timespec from, to;
    clock_gettime(CLOCK_MONOTONIC, &from);
    key_over(source, background, pixels, constants);
    clock_gettime(CLOCK_MONOTONIC, &to);
    double ms = (to.tv_sec - from.tv_sec) * 1e3 + (to.tv_nsec - from.tv_nsec) / 1e6;
    if (ms < best) best = ms;
  }
  printf("%.3f %d\n", best, background[4 * (pixels / 2)]);
  return 0;
}
