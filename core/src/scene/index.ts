export { paintScene } from './paintScene'
export { MAX_SCENE_PX, SceneLight, SceneOrder, SceneProgress, SceneTicket } from './sceneService'
export { MATERIALS, SceneSpec, type Material } from './spec'
export { readScene, SCENE_WORDS, type ReadScene } from './words'
