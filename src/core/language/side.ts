export type Side = 'left' | 'right';
