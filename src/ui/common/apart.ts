/**
 * Resolves in a task of its own. What a screen begins when it is there adds up on a small machine: apart from each other,
 * a tap between two of them is heard.
 */
export const apart = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
