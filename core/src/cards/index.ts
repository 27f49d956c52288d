export { findBall } from './findBall'
export { CARD, markCards } from './markCards'
