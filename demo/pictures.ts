import { canvas } from './canvas';
import { drawKite, drawTail } from './scenes/kite';

/** A kite on clear: the workshop's mark. */
export function kiteMark(): Buffer {
  const context = canvas(640, 640);
  const kite = { x: 330, y: 260, size: 380, degrees: 12, colours: ['#c8412e', '#f2b63c'] as const };
  drawTail(context, kite, 0.6, '#4b2e73');
  drawKite(context, kite);
  return context.canvas.toBuffer('image/png');
}

/** Cloth on the workbench: bands of colour with a seam. */
export function clothPicture(): Buffer {
  const context = canvas(1600, 900);
  const bands = ['#c8412e', '#f2b63c', '#f4eee2', '#4b2e73', '#2f7f74'];
  bands.forEach((colour, i) => {
    context.save();
    context.translate(800, 450);
    context.rotate(-0.18);
    context.fillStyle = colour;
    context.fillRect(-1100, -640 + i * 256, 2200, 258);
    context.strokeStyle = 'rgba(35, 28, 53, 0.5)';
    context.lineWidth = 4;
    context.setLineDash([26, 16]);
    context.strokeRect(-1100, -624 + i * 256, 2200, 226);
    context.restore();
  });
  const light = context.createRadialGradient(520, 260, 80, 800, 450, 1000);
  light.addColorStop(0, 'rgba(255, 250, 235, 0.35)');
  light.addColorStop(1, 'rgba(35, 28, 53, 0.35)');
  context.fillStyle = light;
  context.fillRect(0, 0, 1600, 900);
  return context.canvas.toBuffer('image/jpeg', 88);
}
