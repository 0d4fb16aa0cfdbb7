/** number reads a figure typed with a comma or a point; nonsense becomes 0, and the server says what it expects. */
export const number = (text: string) => Number.parseFloat(text.replace(',', '.')) || 0
