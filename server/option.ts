/**
 * What stands after an option of the command line: `--port=4900` or `--port 4900`.
 *
 * @returns undefined where it is not given, or nothing stands after it
 * @example optionIn(['--port', '4900'], 'port') // "4900"
 */
export function optionIn(args: readonly string[], name: string): string | undefined {
  const given = args.find((a) => a.startsWith(`--${name}=`))
  if (given !== undefined) return given.slice(name.length + 3)
  const at = args.indexOf(`--${name}`)
  const next = at < 0 ? undefined : args[at + 1]
  return next?.startsWith('--') ? undefined : next
}
