/** Parsed outlines by their path data, the oldest dropped first. */
export class PathCache {
  private readonly paths = new Map<string, Path2D>();

  constructor(
    private readonly parse: (d: string) => Path2D,
    private readonly limit = 2000,
  ) {}

  get(d: string): Path2D {
    const known = this.paths.get(d);
    if (known) return known;
    const path = this.parse(d);
    if (this.paths.size >= this.limit) this.paths.delete(this.paths.keys().next().value!);
    this.paths.set(d, path);
    return path;
  }
}
