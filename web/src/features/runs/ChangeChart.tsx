import { Box } from '@chakra-ui/react'
import Chart from 'react-apexcharts'
import { formatBytes } from '@cloudbank/core/words'
import type { RunChange } from '../../work/runs'
import './chart.css'
import { strings } from './strings'

/** Files that have bars; the table has all. */
const BARS = 14
/** Height of a file's bars, and of the axis, in pixels. */
const BAR_PX = 34
const AXIS_PX = 70

interface Props {
  readonly changes: readonly RunChange[]
  readonly nameOf: (placementId: string) => string
}

/** What the files weigh, before and after, those that changed most. */
export function ChangeChart({ changes, nameOf }: Props) {
  const shown = changes.slice(0, BARS)
  const hasBefore = shown.some(({ before }) => before)
  const series = [
    ...(hasBefore
      ? [{ name: strings.beforeLabel, data: shown.map(({ before }) => before?.bytes ?? 0) }]
      : []),
    { name: strings.afterLabel, data: shown.map(({ after }) => after.bytes) },
  ]
  return (
    <Box className={hasBefore ? 'run-chart with-before' : 'run-chart'} maxWidth="900px">
      <Chart
        type="bar"
        height={shown.length * BAR_PX + AXIS_PX}
        series={series}
        options={{
          chart: {
            toolbar: { show: false },
            animations: { enabled: false },
            fontFamily: 'inherit',
          },
          plotOptions: { bar: { horizontal: true, barHeight: '72%' } },
          dataLabels: { enabled: false },
          legend: { show: hasBefore, position: 'top', horizontalAlign: 'left' },
          states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
          grid: { strokeDashArray: 0, yaxis: { lines: { show: false } } },
          tooltip: { y: { formatter: formatBytes } },
          xaxis: {
            categories: shown.map(
              ({ shot, after }) =>
                `${shot?.fileName ?? strings.removed}, ${nameOf(after.placementId)}`,
            ),
            labels: { formatter: (value) => formatBytes(Number(value)) },
          },
          yaxis: { labels: { maxWidth: 300 } },
        }}
      />
    </Box>
  )
}
