import { useMemo } from 'react'
import { inSheetOrder } from '@cloudbank/core/shoot'
import type { ShootView, Shot } from '../../data'

/** The shots in the order in which the bench goes along them: a product's stand together. */
export const useShotOrder = ({
  shots,
  products,
}: Pick<ShootView, 'shots' | 'products'>): readonly Shot[] =>
  useMemo(() => inSheetOrder(shots, products), [shots, products])
