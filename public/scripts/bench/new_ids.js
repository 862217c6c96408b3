// Ids of paragraphs that are made in the browser; those that the server makes lie below.
const NEW_IDS = 100_000_000;

export const newId = () => NEW_IDS + 1_000_000 + Math.floor(Math.random() * 2 ** 50);
