/** Counts what ran, and keeps what did not and why. */
export class Tally {
  passed = 0
  failed = 0
  skipped = []
  /** Which ones failed: said once more at the very end, since that is what is left of a long log. */
  named = []

  constructor(say) {
    this.say = say
  }

  count(isGood, amount = 1) {
    if (isGood) this.passed += amount
    else this.failed += amount
  }

  /** A step that holds or does not, as a whole. */
  step(what, isGood) {
    this.count(isGood)
    if (isGood) return
    this.named.push(what)
    this.say(`${what}: failed`)
  }

  skip(what) {
    this.skipped.push(what)
  }

  /** A runner's report counts what it ran; one that reports nothing, an error, or less than its exit code says is a failure. */
  report(what, { passed, failed, left = 0, errors = [], names = [], status }) {
    this.count(true, passed)
    this.count(false, failed)
    this.named.push(...names)
    if (left > 0) this.skip(`${left} ${what} marked to be left out`)
    for (const error of errors) this.say(`${what}: ${error}`)
    if (failed > 0 || (passed > 0 && errors.length === 0 && status === 0)) return
    this.say(`${what}: the runner ended with ${status} and reported ${passed} passed; that is a failure`)
    this.count(false)
  }

  isGood() {
    return this.failed === 0 && this.passed > 0
  }

  lastLine() {
    const left = this.skipped.length > 0 ? `skipped: ${this.skipped.join('; ')}` : 'nothing skipped'
    return `${this.passed} passed, ${this.failed} failed, ${left}`
  }
}
