/** Input that cannot be used: said in one line on standard error, exit code 2. */
export class Refused extends Error {}
