import { INK_COLOURS, type InkName } from '@/core/pages/things';

/** How what is being drawn looks. */
export interface LiveLook {
  readonly ink: InkName;
  readonly width: number;
  /** Its inside is seen, and not its line. */
  readonly filled: boolean;
  readonly clear: boolean;
}

/**
 * What is being drawn, before it is a thing: on a surface of its own, which the browser puts over the rest without looking at any of
 * it again, however much lies there. It takes memory only while something is drawn.
 */
export class LiveInk {
  readonly #pen: CanvasRenderingContext2D | null;
  readonly #size: readonly [number, number];

  constructor(
    private readonly canvas: HTMLCanvasElement,
    scale: number,
    look: LiveLook,
  ) {
    const dots = scale * Math.min(2, window.devicePixelRatio || 1);
    this.#size = [canvas.offsetWidth, canvas.offsetHeight];
    canvas.width = Math.ceil(this.#size[0] * dots);
    canvas.height = Math.ceil(this.#size[1] * dots);
    this.#pen = canvas.getContext('2d');
    const pen = this.#pen;
    if (!pen) return;
    pen.setTransform(dots, 0, 0, dots, 0, 0);
    pen.fillStyle = look.filled ? `#${INK_COLOURS[look.ink]}` : 'transparent';
    pen.strokeStyle = look.filled ? 'transparent' : `#${INK_COLOURS[look.ink]}`;
    pen.lineWidth = look.width;
    pen.lineCap = 'round';
    pen.lineJoin = 'round';
    pen.globalAlpha = look.clear ? 0.35 : 1;
  }

  show(path: string): void {
    const pen = this.#pen;
    if (!pen) return;
    pen.clearRect(0, 0, ...this.#size);
    const shape = new Path2D(path);
    pen.fill(shape);
    pen.stroke(shape);
  }

  end(): void {
    this.canvas.width = 0;
    this.canvas.height = 0;
  }
}
