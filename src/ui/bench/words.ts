export function moment(at: string): string {
  return new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
}

export function duration(minutes: number): string {
  const whole = Math.round(minutes)
  return whole >= 60
    ? `${Math.floor(whole / 60)} h ${whole % 60 === 0 ? '' : `${whole % 60} min`}`.trim()
    : `${whole} min`
}
