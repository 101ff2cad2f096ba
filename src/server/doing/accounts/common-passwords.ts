let common: Promise<ReadonlySet<string>> | undefined;

async function read(): Promise<ReadonlySet<string>> {
  const { dictionary } = await import('@zxcvbn-ts/language-common');
  return new Set(dictionary['passwords-common']);
}

/** The passwords that many people have, in small letters: from a list that comes with a package, read at the first use. */
export function commonPasswords(): Promise<ReadonlySet<string>> {
  common ??= read();
  return common;
}
