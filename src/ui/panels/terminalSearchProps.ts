import type { TerminalChoice } from './useTerminals'

export interface TerminalSearchProps {
  readonly label: string
  readonly choices: readonly TerminalChoice[]
  readonly onPick: (choice: TerminalChoice) => void
  readonly autoFocus: boolean
  readonly query: string
  readonly onQuery: (text: string) => void
}

export const TERMINAL_HINT = 'Tag and terminal, such as “PS1 +V”'
