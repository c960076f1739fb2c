/** A pool is worked on as soon as its way has anything to lay: pours, coats of light, tissue or gel. */
export const BODY_SIZES = ['pours', 'lightCoats', 'tissueLayers', 'glossCoats'] as const
