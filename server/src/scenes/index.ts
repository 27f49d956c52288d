export { scenesOnThreads } from './onThreads'
export { createSceneService, type SceneWork } from './sceneService'
