/** The header in which the server itself tells the socket's address; anything sent from outside is dropped before. */
export const ADDRESS_HEADER = 'x-eager-feet-address';
