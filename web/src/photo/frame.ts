/** Where a tray lies in a picture: its corners as shares of the picture, from the back left round; its size inside them. */
export interface Corner {
  x: number
  y: number
}
export interface FramedTray {
  corners: Corner[]
  wide_mm: number
  deep_mm: number
}
