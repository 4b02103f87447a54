/** The colours of our tokens (`ui/tokens.css`) that drawings use: a picture that stands alone cannot ask the page for them. */
export const COLOURS = {
  light: {
    '--ground': '#f3efe7',
    '--slab': '#fffdf8',
    '--joint': '#d8d0c2',
    '--ink': '#1c2226',
    '--dust': '#5a636a',
    '--left': '#0b6a8f',
    '--right': '#b8431a',
    '--lace': '#6a4c93',
  },
  dark: {
    '--ground': '#16191c',
    '--slab': '#20252a',
    '--joint': '#353c43',
    '--ink': '#f2eee6',
    '--dust': '#a9b1b7',
    '--left': '#6cc4e8',
    '--right': '#ff9a6b',
    '--lace': '#c3a6ea',
  },
} as const;

const LIGHT: Readonly<Record<string, string>> = COLOURS.light;

/** Puts the light colours in the place of our variables: on its own ground, whatever the page around it is. */
export const inLightColours = (drawing: string): string =>
  drawing.replace(/var\((--[a-z-]+)\)/g, (_, name: string) => LIGHT[name] ?? 'black');
