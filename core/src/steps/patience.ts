/**
 * Whether what a network has to say is waited for, or only what it has said before counts: under a pointer there is no
 * time to ask.
 */
export type Patience = 'asks' | 'goes by what is known'
