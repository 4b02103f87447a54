export { Button, ButtonLink } from './Button.tsx';
export { Dialog } from './Dialog.tsx';
export { Field } from './Field.tsx';
export { FileButton } from './FileButton.tsx';
export { Fold } from './Fold.tsx';
export { Form } from './Form.tsx';
export { Notice } from './Notice.tsx';
export { Qr } from './Qr.tsx';
export { Select } from './Select.tsx';
