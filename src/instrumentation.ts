/** Runs once when the server starts: the data file is opened, migrated and, where asked for, given the demo plans. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return
  const { refuseOddRequests } = await import('@/server/oddRequests')
  refuseOddRequests()
  const { prepareData } = await import('@/server/prepareData')
  await prepareData()
}
