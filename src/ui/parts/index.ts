export { Button, ButtonLink } from './Button.tsx';
export { Field } from './Field.tsx';
export { Mark } from './Mark.tsx';
export { Notice } from './Notice.tsx';
