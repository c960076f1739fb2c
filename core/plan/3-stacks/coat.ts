/** What is laid on what, from the ground up. */
export interface Coat {
  material: string
  what:
    'landform' | 'shell' | 'paint' | 'seal' | 'pour' | 'paper' | 'gel' | 'strip' | 'white' | 'gloss'
  label: string
  thicknessMm: number
}
