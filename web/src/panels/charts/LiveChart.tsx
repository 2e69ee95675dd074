import type { TimingChart } from '@undulan/core';
import { useLayoutEffect, useRef } from 'react';
import { cssColour } from '../../ui/index.ts';
import { CHART, layOutChart } from './chart-layout.ts';

interface LiveChartProps {
  chart: TimingChart;
  tone: 'take' | 'target';
  aim?: TimingChart | undefined;
}

/** A timing chart while a gesture changes it, painted where its drawing stands. */
export function LiveChart({ chart, tone, aim }: LiveChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useLayoutEffect(() => {
    const element = canvas.current!;
    const context = element.getContext('2d');
    const drawing = element.parentElement!.querySelector('svg')!.getBoundingClientRect();
    if (!context || drawing.width === 0) return;
    const [width, height] = [
      Math.round(drawing.width * devicePixelRatio),
      Math.round(drawing.height * devicePixelRatio),
    ];
    if (element.width !== width || element.height !== height) {
      Object.assign(element, { width, height });
      Object.assign(element.style, { width: `${drawing.width}px`, height: `${drawing.height}px` });
    }
    const scale = width / CHART.widthPx;
    context.setTransform(scale, 0, 0, scale, 0, 0);
    context.clearRect(0, 0, CHART.widthPx, CHART.heightPx);
    paintChart(context, { chart, tone, aim });
  }, [chart, tone, aim]);
  return <canvas ref={canvas} aria-hidden="true" className="pointer-events-none absolute top-0 left-0" />;
}

function paintChart(context: CanvasRenderingContext2D, { chart, tone, aim }: LiveChartProps): void {
  const { xOf, low, high, between, ends, labelled } = layOutChart(chart, aim);
  const [colour, faint, page] = [
    cssColour(tone === 'take' ? 'var(--take)' : 'var(--target)'),
    cssColour('var(--faint)'),
    cssColour('var(--page)'),
  ];
  context.fillStyle = cssColour('var(--target)');
  for (const { progress, role } of aim?.marks ?? []) {
    const width = role === 'inbetween' ? 1.4 : 2.4;
    context.fillRect(xOf(progress) - width / 2, CHART.aimY, width, CHART.aimPx);
  }
  context.strokeStyle = colour;
  context.lineWidth = 1.5;
  context.setLineDash(tone === 'take' ? [6, 4] : []);
  context.beginPath();
  context.moveTo(xOf(low), CHART.lineY);
  context.lineTo(xOf(high), CHART.lineY);
  context.stroke();
  context.setLineDash([]);
  context.fillStyle = colour;
  for (const { progress, role } of between) {
    const x = xOf(progress);
    const width = role === 'breakdown' ? 2.4 : 1.4;
    context.fillRect(x - width / 2, 16, width, 16);
    if (role === 'breakdown') context.fillRect(x - 6, 35, 12, 2);
  }
  context.textAlign = 'center';
  context.fillStyle = faint;
  context.font = '9.5px "Sometype Mono Variable", monospace';
  for (const { frame, progress } of between)
    if (labelled.has(frame)) context.fillText(String(frame), xOf(progress), 50);
  context.lineWidth = 2;
  context.font = '600 11px "Sometype Mono Variable", monospace';
  for (const { frame, progress } of ends) {
    context.beginPath();
    context.arc(xOf(progress), CHART.lineY, CHART.ringPx, 0, 2 * Math.PI);
    context.fillStyle = page;
    context.fill();
    context.stroke();
    context.fillStyle = colour;
    context.fillText(String(frame), xOf(progress), 28);
  }
}
