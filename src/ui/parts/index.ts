export { Button, ButtonLink } from './Button.tsx';
export { Field } from './Field.tsx';
export { Notice } from './Notice.tsx';
