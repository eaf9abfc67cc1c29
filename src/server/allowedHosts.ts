/** Host names this server answers to: loopback, and what `GLAD_RAFTER_HOSTS` adds (comma-separated). */
export function isAllowedHost(host: string | null): boolean {
  if (!host) return false
  const name = host.replace(/:\d+$/, '').toLowerCase()
  const extra = (process.env.GLAD_RAFTER_HOSTS ?? '').split(',').map((entry) => entry.trim().toLowerCase()).filter(Boolean)
  return ['localhost', '127.0.0.1', '[::1]', ...extra].includes(name)
}

/** A page of another origin must not write here. Tools without an Origin header are not browsers and pass on the Host alone. */
export function isAllowedOrigin(origin: string | null, host: string): boolean {
  if (origin === null) return true
  try {
    return new URL(origin).host.toLowerCase() === host.toLowerCase()
  } catch {
    return false
  }
}
