import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { dateInWords, number } from '../../client/words.ts';
import type { Curve } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';

use([LineChart, ScatterChart, GridComponent, TooltipComponent, SVGRenderer]);

const color = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

type FootCurve = Curve['feet'][number];

/** Left is open with a dashed line, right solid, so that the pair reads without colour. */
function looksOf(foot: FootCurve['foot']) {
  if (foot === 'left') return { line: color('--left'), fill: color('--slab'), dash: [6, 4] };
  if (foot === 'right') return { line: color('--right'), fill: color('--right'), dash: 0 };
  return { line: color('--ink'), fill: color('--ink'), dash: 0 };
}

/** What is drawn of one foot: every go, the line of records, and the next go with its interval. */
function seriesOf(curve: Curve, { foot, points, next }: FootCurve) {
  const { line, fill, dash } = looksOf(foot);
  const records = points.filter((one) => one.record);
  const last = records.at(-1);
  const base = { animation: false, silent: true, symbol: 'none', type: 'line' as const };
  return [
    {
      ...base,
      name: t('{foot} records', { foot }),
      step: 'end' as const,
      lineStyle: { color: line, width: 2, type: dash },
      data: [...records.map((one) => [one.at, one.result]), ...(last ? [[curve.nextAt, last.result]] : [])],
    },
    {
      type: 'scatter' as const,
      animation: false,
      name: foot,
      symbolSize: 9,
      itemStyle: { color: fill, borderColor: line, borderWidth: 2 },
      data: points.map((one) => [one.at, one.result]),
    },
    ...(next
      ? [
          {
            ...base,
            name: t('{foot} next', { foot }),
            lineStyle: { color: line, width: 6, opacity: 0.35, type: 0 },
            data: [
              [curve.nextAt, next.low],
              [curve.nextAt, next.high],
            ],
          },
          {
            type: 'scatter' as const,
            animation: false,
            name: t('{foot} next', { foot }),
            symbol: 'diamond',
            symbolSize: 12,
            itemStyle: { color: fill, borderColor: line, borderWidth: 2 },
            data: [[curve.nextAt, next.middle]],
          },
        ]
      : []),
  ];
}

/** Draws a curve into an element, and draws it anew when the element or the light changes. Returns the way to take it away. */
export function drawCurve(element: HTMLElement, curve: Curve): () => void {
  const chart = init(element, undefined, { renderer: 'svg' });
  const wholeNumbers = curve.feet.every((foot) => foot.points.every((one) => Number.isInteger(one.result)));
  const draw = () => {
    const text = { color: color('--dust'), fontFamily: getComputedStyle(document.body).fontFamily };
    chart.setOption(
      {
        textStyle: text,
        grid: { left: 46, right: 22, top: 16, bottom: 28 },
        tooltip: {
          trigger: 'item',
          backgroundColor: color('--slab'),
          borderColor: color('--joint'),
          textStyle: { color: color('--ink') },
          formatter: ({ seriesName, value }: { seriesName: string; value: [number, number] }) =>
            `${seriesName === 'both' ? '' : `${seriesName}: `}${number(value[1])} ${curve.unit}, ${dateInWords(value[0], curve.timeZone)}`,
        },
        xAxis: {
          type: 'time',
          axisLine: { lineStyle: { color: color('--joint') } },
          axisLabel: { color: text.color, hideOverlap: true, formatter: (at: number) => dateInWords(at, curve.timeZone) },
          splitLine: { show: false },
        },
        yAxis: {
          type: 'value',
          scale: true,
          minInterval: wholeNumbers ? 1 : 0,
          inverse: curve.better === 'less',
          axisLabel: { color: text.color },
          splitLine: { lineStyle: { color: color('--joint') } },
        },
        series: curve.feet.flatMap((foot) => seriesOf(curve, foot)),
      },
      true,
    );
  };
  draw();
  const sized = new ResizeObserver(() => chart.resize());
  sized.observe(element);
  const light = matchMedia('(prefers-color-scheme: dark)');
  light.addEventListener('change', draw);
  return () => {
    light.removeEventListener('change', draw);
    sized.disconnect();
    chart.dispose();
  };
}
