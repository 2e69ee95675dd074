const [WIDTH, HEIGHT, FPS] = [640, 480, 30];
const [GROUND, COUNTER, HAND, GLASS] = ['#e9e2d3', '#b9a98c', '#c98f6b', '#3f6f8f'];

/** How far along the counter the hand is, some seconds after it began: it waits, slides the glass and lets it stand. */
function along(seconds: number): number {
  const t = Math.min(Math.max(0, (seconds % 3) - 0.5), 1.2) / 1.2;
  return t * t * (3 - 2 * t);
}

/** What a camera would see where there is none: a hand that slides a glass along a counter, over and over. */
export function standInCamera(): MediaStream {
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [WIDTH, HEIGHT];
  const context = canvas.getContext('2d')!;
  const began = performance.now();
  const draw = (): void => {
    const x = 110 + 420 * along((performance.now() - began) / 1000);
    context.fillStyle = GROUND;
    context.fillRect(0, 0, WIDTH, HEIGHT);
    context.fillStyle = COUNTER;
    context.fillRect(0, 340, WIDTH, HEIGHT - 340);
    context.fillStyle = GLASS;
    context.fillRect(x + 20, 250, 60, 90);
    context.fillStyle = HAND;
    context.beginPath();
    context.ellipse(x, 290, 42, 30, 0, 0, 2 * Math.PI);
    context.fill();
  };
  draw();
  const stream = canvas.captureStream(FPS);
  const timer = setInterval(() => {
    if (stream.active) draw();
    else clearInterval(timer);
  }, 1000 / FPS);
  return stream;
}
