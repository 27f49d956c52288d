import { Box, Heading } from '@chakra-ui/react'
import Chart from 'react-apexcharts'
import { LINES } from '@cloudbank/core/lines'
import { secondsOver, type Totals } from '@cloudbank/core/weigh'
import './lineChart.css'
import { strings } from './strings'

/** Seconds that the pictures take over each line, now and possibly. */
export function LineChart({ totals }: { readonly totals: Totals }) {
  const series = [
    { name: strings.now, data: LINES.map((line) => rounded(secondsOver(totals.nowBytes, line))) },
    {
      name: strings.possibleKey,
      data: LINES.map((line) => rounded(secondsOver(totals.possibleBytes, line))),
    },
  ]
  return (
    <Box className="line-chart" marginTop="18px">
      <Heading as="h3" fontSize="13px" fontWeight="700">
        {strings.timeToLoad}
      </Heading>
      <Chart
        type="bar"
        height={210}
        series={series}
        options={{
          chart: {
            toolbar: { show: false },
            animations: { enabled: false },
            fontFamily: 'inherit',
          },
          plotOptions: {
            bar: { horizontal: true, barHeight: '76%', dataLabels: { position: 'top' } },
          },
          dataLabels: { enabled: true, textAnchor: 'start', offsetX: 6 },
          legend: { show: true, position: 'top', horizontalAlign: 'left' },
          states: { hover: { filter: { type: 'none' } }, active: { filter: { type: 'none' } } },
          grid: { show: false },
          tooltip: { enabled: false },
          xaxis: {
            categories: LINES.map(
              ({ name, bitsPerSecond }) => `${name}, ${bitsPerSecond / 1e6} Mbit/s`,
            ),
            labels: { show: false },
            axisBorder: { show: false },
            axisTicks: { show: false },
            // Room for the longest bar's label.
            max: Math.max(0.1, (series[0]?.data[0] ?? 0) * 1.12),
          },
          yaxis: { labels: { maxWidth: 170 } },
        }}
      />
    </Box>
  )
}

const rounded = (seconds: number): number => Math.round(seconds * 10) / 10
