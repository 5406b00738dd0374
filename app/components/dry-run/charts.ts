import type { DryGame } from '@core/dry-run/batch'
import type { CurvePoint } from '@core/dry-run/curve'
import { histogram, type BySkill } from '@core/dry-run/statistics'
import type { ChartConfiguration } from 'chart.js'
import type { ChartColours } from './Chart.vue'

/** The charts of the dry run, in the colours they are given: what is shown follows from the games alone. */
type Make = (colours: ChartColours) => ChartConfiguration
export type NamedSkill = BySkill & { name: string }

const plain = (colours: ChartColours) => ({ color: colours.soft, border: { color: colours.rule } })
const grid = (colours: ChartColours) => ({ color: colours.rule })

const winLabel = (wins: BySkill['wins'] | undefined): string =>
  wins === undefined
    ? ''
    : `${Math.round(wins.rate * 100)} % win, surely ${Math.round(wins.low * 100)} to ${Math.round(wins.high * 100)} %`

/** Share of games won by skill, with how sure that is; a bar that is pressed chooses its skill. */
export function winChart(rows: readonly NamedSkill[], choose: (skill: number) => void): Make {
  return (colours: ChartColours): ChartConfiguration => ({
    type: 'bar',
    data: {
      labels: rows.map((row) => row.name),
      datasets: [
        {
          data: rows.map((row) => [row.wins.low * 100, row.wins.high * 100] as [number, number]),
          backgroundColor: colours.ink,
          barThickness: 3,
          grouped: false,
          order: 0,
        },
        {
          data: rows.map((row) => row.wins.rate * 100),
          backgroundColor: colours.teal,
          barPercentage: 0.8,
          grouped: false,
          order: 1,
        },
      ],
    },
    options: {
      scales: {
        x: {
          ticks: { ...plain(colours), autoSkip: false, maxRotation: 0, font: { size: 11 } },
          grid: { display: false },
        },
        y: {
          min: 0,
          max: 100,
          ticks: { ...plain(colours), callback: (v) => `${v} %`, stepSize: 25 },
          grid: grid(colours),
        },
      },
      onClick: (_event, hit) => {
        if (hit[0] !== undefined) choose(rows[hit[0].index]!.skill)
      },
      plugins: { tooltip: { callbacks: { label: (item) => winLabel(rows[item.dataIndex]?.wins) } } },
    },
  })
}

/** Half of the games by seconds, and their middle, by skill. */
export function timeChart(rows: readonly NamedSkill[]): Make {
  return (colours: ChartColours): ChartConfiguration => ({
    type: 'bar',
    data: {
      labels: rows.map((row) => row.name),
      datasets: [
        {
          data: rows.map(
            (row) => [(row.seconds?.median ?? 0) - 0.4, (row.seconds?.median ?? 0) + 0.4] as [number, number],
          ),
          backgroundColor: colours.ink,
          barPercentage: 0.8,
          grouped: false,
          order: 0,
        },
        {
          data: rows.map((row) => [row.seconds?.lower ?? 0, row.seconds?.upper ?? 0] as [number, number]),
          backgroundColor: colours.kraft,
          barPercentage: 0.8,
          grouped: false,
          order: 1,
        },
      ],
    },
    options: {
      indexAxis: 'y',
      scales: {
        y: { ticks: plain(colours), grid: { display: false } },
        x: { min: 0, ticks: { ...plain(colours), callback: (v) => `${v} s` }, grid: grid(colours) },
      },
      plugins: {
        tooltip: {
          callbacks: {
            label: (item) => {
              const s = rows[item.dataIndex]?.seconds
              return s
                ? `half of the games: ${s.lower.toFixed(0)} to ${s.upper.toFixed(0)} s, middle ${s.median.toFixed(0)} s`
                : ''
            },
          },
        },
      },
    },
  })
}

/** Games by points. */
export function scoreChart(games: readonly Pick<DryGame, 'score'>[]): Make {
  const bins = histogram(
    games.map((game) => game.score),
    12,
  )
  return (colours: ChartColours): ChartConfiguration => ({
    type: 'bar',
    data: {
      labels: bins.map((bin) => `${bin.from}`),
      datasets: [
        {
          data: bins.map((bin) => bin.count),
          backgroundColor: colours.kraft,
          barPercentage: 1,
          categoryPercentage: 0.94,
        },
      ],
    },
    options: {
      scales: {
        x: { ticks: plain(colours), grid: { display: false } },
        y: { min: 0, ticks: { ...plain(colours), precision: 0 }, grid: grid(colours) },
      },
      plugins: {
        tooltip: {
          callbacks: {
            title: (items) => `${bins[items[0]!.dataIndex]!.from} to ${bins[items[0]!.dataIndex]!.to} points`,
            label: (item) => `${item.parsed.y} games`,
          },
        },
      },
    },
  })
}

/** Share of games won for each value of a dial; `now` is where it stands. */
export function curveChart(
  points: readonly CurvePoint[],
  now: number,
  range: { min: number; max: number } | undefined,
): Make {
  return (colours: ChartColours): ChartConfiguration => ({
    type: 'line',
    data: {
      datasets: [
        {
          data: points.map((p) => ({ x: p.value, y: p.wins.high * 100 })),
          pointRadius: 0,
          borderWidth: 0,
          fill: '+1',
          backgroundColor: colours.wash,
          order: 1,
        },
        { data: points.map((p) => ({ x: p.value, y: p.wins.low * 100 })), pointRadius: 0, borderWidth: 0, order: 1 },
        {
          data: points.map((p) => ({ x: p.value, y: p.wins.rate * 100 })),
          order: 0,
          borderColor: colours.teal,
          backgroundColor: points.map((p) => (p.value === now ? colours.vermilion : colours.teal)),
          pointRadius: points.map((p) => (p.value === now ? 6 : 3)),
          borderWidth: 2,
        },
      ],
    },
    options: {
      scales: {
        x: {
          type: 'linear',
          min: range?.min,
          max: range?.max,
          ticks: plain(colours),
          grid: { display: false },
        },
        y: {
          min: 0,
          max: 100,
          ticks: { ...plain(colours), callback: (v) => `${v} %`, stepSize: 25 },
          grid: grid(colours),
        },
      },
      plugins: {
        tooltip: {
          filter: (item) => item.datasetIndex === 2,
          callbacks: {
            title: () => '',
            label: (item) => `at ${item.parsed.x}: ${Math.round(item.parsed.y ?? 0)} % win`,
          },
        },
      },
    },
  })
}
