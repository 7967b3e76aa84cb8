import { useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { StyleSheet, View } from 'react-native';
import { type Stroke } from '@/core/document';
import { addStrokes, changeStrokes, groupMatrix, MOST_STROKES } from '@/core/edit';
import { withoutRubbed, withoutTouched } from '@/core/ink/erase';
import { PenInput, type PenLine } from '@/core/ink/penInput';
import { packed, type InkPoint } from '@/core/ink/points';
import { apply, inverse, multiply, type Matrix, type Point } from '@/core/scene';
import { placeMatrix } from '@/core/geometry/placeMatrix';
import { enlargement } from '@/core/geometry/matrix';
import { newId } from '@/store/actions';
import type { PenSettings } from '@/store/session';
import type { StageLink, Viewport } from '@/store/useStage';
import { Alert } from '@/ui/Alert';
import { newGesture } from '@/ui/gesture';
import { density, useCanvas } from '@/ui/stage/useCanvas';
import { useTokens } from '@/ui/theme';
import { useDraw, usePen } from './draw';
import { predictedOf, sampleOf, samplesOf } from './pointerSamples';
import type { useViewport } from './useViewport';
import type { WetInk, WetLine } from './wetInk';

interface DrawSurfaceProps {
  readonly stage: StageLink;
  readonly look: ReturnType<typeof useViewport>;
  /** The part of the page that is drawn on, for the recorded pen. */
  readonly surface: RefObject<HTMLDivElement | null>;
  /** Told which strokes the stage shows. */
  readonly ink: WetInk;
}

/** The canvas with the pen on it: lines are wet under the pointer, then part of the drawing. */
export function DrawSurface({ stage, look, surface, ink }: DrawSurfaceProps) {
  const tokens = useTokens();
  const [pen] = usePen();
  const { room, setRoom, viewport } = look;
  const toScreen = useLayerMatrix(viewport);
  useCanvas(surface, stage, room);
  useWetInk(surface, ink, room, toScreen);
  const handlers = usePenHandlers(surface, ink, look, toScreen, pen);
  return (
    <View
      style={[styles.mat, { backgroundColor: tokens.mat }]}
      onLayout={({ nativeEvent: { layout } }) =>
        setRoom({ width: Math.floor(layout.width), height: Math.floor(layout.height) })
      }
    >
      <div
        {...handlers}
        ref={surface}
        role="application"
        aria-label="Drawing canvas"
        tabIndex={0}
        onContextMenu={(event) => event.preventDefault()}
        style={{
          ...surfaceStyle,
          width: room.width,
          height: room.height,
          cursor: CURSORS[pen.tool],
        }}
      >
        <div data-stage-canvas="" style={fill} />
        <canvas data-wet-ink="" aria-hidden style={{ ...fill, pointerEvents: 'none' }} />
        <CanvasEdge viewport={viewport} />
      </div>
      {stage.problem ? <Alert text={stage.problem} style={styles.problem} /> : null}
    </View>
  );
}

/** From the ink layer's pixels to the surface's. */
function useLayerMatrix({ scale, x, y }: Viewport): Matrix {
  const { overlay, layer } = useDraw();
  return useMemo(
    () =>
      multiply(
        [scale, 0, 0, scale, x, y],
        groupMatrix(overlay.layers, layer.group),
        placeMatrix(layer.place),
      ),
    [overlay.layers, layer.group, layer.place, scale, x, y],
  );
}

function useWetInk(
  surface: RefObject<HTMLDivElement | null>,
  ink: WetInk,
  room: { readonly width: number; readonly height: number },
  toScreen: Matrix,
): void {
  useEffect(() => {
    const canvas = surface.current!.querySelector<HTMLCanvasElement>('[data-wet-ink]')!;
    canvas.width = Math.round(room.width * density());
    canvas.height = Math.round(room.height * density());
    const toCanvas = multiply([density(), 0, 0, density(), 0, 0], toScreen);
    ink.lookThrough(canvas, toCanvas);
  }, [surface, ink, room, toScreen]);
}

/** What a new line has; sizes are chosen in document pixels. */
const lineStyle = (pen: PenSettings, perPixel: number): Omit<WetLine, 'points' | 'sensed'> => ({
  brush: pen.brush,
  colour: pen.colour,
  size: pen.sizes[pen.brush] / perPixel,
  opacity: pen.opacities[pen.brush],
  smoothing: pen.smoothing,
});

/** Turns what pointers do on the surface into strokes, rubbing and moves of the view. */
function usePenHandlers(
  surface: RefObject<HTMLDivElement | null>,
  ink: WetInk,
  look: ReturnType<typeof useViewport>,
  toScreen: Matrix,
  pen: PenSettings,
) {
  const { drawing, change, mayDraw } = useDraw();
  // A line that is under way goes on with what is in hand now, whatever is drawn again meanwhile.
  const now = useRef({ drawing, change, mayDraw, look, toScreen, pen });
  useEffect(() => {
    now.current = { drawing, change, mayDraw, look, toScreen, pen };
  });
  const [input] = useState(() => new LineMaker(now, ink));
  useEffect(() => {
    input.fingersDraw(pen.fingersDraw);
  }, [input, pen.fingersDraw]);
  const box = () => surface.current!.getBoundingClientRect();
  return {
    onPointerDown: ({ nativeEvent: event }: React.PointerEvent) => {
      // The recorded pen's events are no pointer that could be captured.
      if (event.isTrusted) surface.current!.setPointerCapture(event.pointerId);
      input.press(event, box());
    },
    onPointerMove: ({ nativeEvent: event }: React.PointerEvent) => input.move(event, box()),
    onPointerUp: ({ nativeEvent: event }: React.PointerEvent) => input.release(event, box()),
    onPointerCancel: ({ nativeEvent: event }: React.PointerEvent) => input.cancel(event),
    onWheel: (event: React.WheelEvent) => {
      const frame = box();
      const at = { x: event.clientX - frame.left, y: event.clientY - frame.top };
      look.move(at, at, Math.exp(-event.deltaY / 300));
    },
  };
}

interface Hand {
  readonly drawing: ReturnType<typeof useDraw>['drawing'];
  readonly change: ReturnType<typeof useDraw>['change'];
  readonly mayDraw: boolean;
  readonly look: ReturnType<typeof useViewport>;
  readonly toScreen: Matrix;
  readonly pen: PenSettings;
}

/** Milliseconds between two strokes where there was none before in this visit. */
const FIRST_PAUSE = 300;

/** Button of a mouse that moves the view, whatever is in hand. */
const MIDDLE_BUTTON = 1;

class LineMaker {
  private readonly input: PenInput;
  private endedAt: number | null = null;
  private beganAt = 0;
  private middle = false;
  private gesture = '';
  /** Points of the way that have been rubbed along. */
  private rubbed = 0;

  constructor(
    private readonly hand: RefObject<Hand>,
    private readonly ink: WetInk,
  ) {
    this.input = new PenInput({
      toolOf: () => (this.middle || this.pen.tool === 'view' ? 'view' : 'draw'),
      onBegin: () => {
        this.beganAt = performance.now();
        this.gesture = newGesture();
        this.rubbed = 0;
      },
      onMove: (line, predicted) => this.onMove(line, predicted),
      onEnd: (line) => this.onEnd(line),
      onCancel: () => this.ink.draw(null),
      onView: (from, to, factor) => this.hand.current.look.move(from, to, factor),
    });
  }

  fingersDraw(on: boolean): void {
    this.input.fingersDraw = on;
  }

  press(event: PointerEvent, box: DOMRect): void {
    this.middle = event.button === MIDDLE_BUTTON;
    this.input.press(sampleOf(event, box));
  }

  move(event: PointerEvent, box: DOMRect): void {
    this.input.move(samplesOf(event, box), predictedOf(event, box));
  }

  release(event: PointerEvent, box: DOMRect): void {
    this.input.release(sampleOf(event, box));
  }

  cancel(event: PointerEvent): void {
    this.input.cancel(event.pointerId);
  }

  private get pen(): PenSettings {
    return this.hand.current.pen;
  }

  private onMove({ points, sensed }: PenLine, predicted: readonly InkPoint[]): void {
    if (this.pen.tool === 'draw') {
      this.ink.draw(this.wetLine({ points: [...points, ...predicted], sensed }));
    } else this.rub(points);
  }

  private onEnd(drawn: PenLine): void {
    const pause = this.endedAt === null ? FIRST_PAUSE : this.beganAt - this.endedAt;
    this.endedAt = performance.now();
    if (this.pen.tool !== 'draw') return;
    const stroke: Stroke = {
      ...this.wetLine(drawn),
      id: newId(),
      fill: this.pen.fill,
      pause: Math.max(0, Math.round(pause)),
    };
    const { change, drawing, mayDraw } = this.hand.current;
    if (mayDraw && drawing.strokes.length < MOST_STROKES) this.ink.keep(stroke);
    else this.ink.draw(null);
    // Where it cannot be kept, this says why.
    change((layer) => addStrokes(layer, drawing.id, [stroke]));
  }

  private wetLine({ points, sensed }: PenLine): WetLine {
    return {
      ...lineStyle(this.pen, enlargement(this.perDocument())),
      points: packed(points.map((point) => ({ ...point, ...this.toLayer(point) }))),
      sensed,
    };
  }

  /** Takes away what the last step of the way went over. */
  private rub(points: readonly InkPoint[]): void {
    const { change, drawing } = this.hand.current;
    const way = points.slice(Math.max(0, this.rubbed - 1));
    this.rubbed = points.length;
    const radius = this.pen.rubber / 2 / enlargement(this.perDocument());
    const rub = { path: way.map((point) => this.toLayer(point)), radius };
    const left = (strokes: readonly Stroke[]) =>
      this.pen.rubs === 'strokes'
        ? withoutTouched(strokes, rub)
        : withoutRubbed(strokes, rub, newId);
    change((layer) => changeStrokes(layer, drawing.id, left), this.gesture);
  }

  private toLayer(point: Point): Point {
    return apply(inverse(this.hand.current.toScreen), point);
  }

  /** From layer pixels to document pixels, but for where they lie. */
  private perDocument(): Matrix {
    const { toScreen, look } = this.hand.current;
    const { scale } = look.viewport;
    return multiply([1 / scale, 0, 0, 1 / scale, 0, 0], toScreen);
  }
}

/** Where the canvas ends, also where nothing is drawn. */
function CanvasEdge({ viewport: { scale, x, y } }: { readonly viewport: Viewport }) {
  const { overlay } = useDraw();
  return (
    <div
      style={{
        position: 'absolute',
        left: x,
        top: y,
        width: overlay.width * scale,
        height: overlay.height * scale,
        boxShadow: '0 0 0 1px rgba(0,0,0,0.35)',
        pointerEvents: 'none',
      }}
    />
  );
}

const CURSORS = { draw: 'crosshair', rub: 'cell', view: 'grab' } as const;

const fill = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const;
const surfaceStyle = {
  position: 'relative',
  touchAction: 'none',
  outlineOffset: -3,
  overflow: 'hidden',
} as const;

const styles = StyleSheet.create({
  mat: { flex: 1, minHeight: 0, overflow: 'hidden' },
  problem: { position: 'absolute', left: 8, right: 8, top: 8 },
});
