/** A sample as it is being set up: a version, a bake with its version, or one from elsewhere. */
export interface Sample {
  name: string
  version: number | null
  bake: number | null
  age_h: string
  holds: string
}

export const sampleOf = (version: number | null): Sample => ({
  name: version === null ? '' : `Version ${version}`,
  version,
  bake: null,
  age_h: '',
  holds: '',
})

/** A cookie that lies open and stands for a point of a scale. */
export interface LaidOut {
  name: string
  scale: string
  value: number
}
