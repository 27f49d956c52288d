import { chakra } from '@chakra-ui/react'
import { format } from 'date-fns'
import { formatCount } from '@cloudbank/core/words'
import type { WorkerReport } from '@cloudbank/hosts/orders'
import { strings } from './strings'

/** Every worker as a row. */
export function WorkerTable({ workers }: { workers: readonly WorkerReport[] }) {
  return (
    <chakra.table width="100%" css={{ '& td, & th': { padding: '5px 12px 5px 0' } }}>
      <thead>
        <chakra.tr textAlign="left" borderBottomWidth="1px" borderColor="hairline">
          <th>{strings.name}</th>
          <th>{strings.atWork}</th>
          <Number as="th">{strings.slots}</Number>
          <Number as="th">{strings.made}</Number>
          <Number as="th">{strings.failed}</Number>
          <Number as="th">{strings.perMinute}</Number>
          <Number as="th">{strings.since}</Number>
        </chakra.tr>
      </thead>
      <tbody>
        {workers.map(({ name, atWork, slots, made, failed, perMinute, startedAt }) => (
          <chakra.tr key={name} borderBottomWidth="1px" borderColor="hairline" verticalAlign="top">
            <td>{name}</td>
            <chakra.td fontFamily="mono" fontSize="12px">
              {atWork.length === 0 ? strings.idle : atWork.join(', ')}
            </chakra.td>
            <Number>{slots}</Number>
            <Number>{formatCount(made)}</Number>
            <Number>{formatCount(failed)}</Number>
            <Number>{formatCount(perMinute)}</Number>
            <Number>{format(startedAt, 'HH:mm')}</Number>
          </chakra.tr>
        ))}
      </tbody>
    </chakra.table>
  )
}

const Number = chakra('td', { base: { textAlign: 'right', whiteSpace: 'nowrap' } })
