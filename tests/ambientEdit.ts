/** The smallest edit there is: the air where a plan's box stands, as a request of a window. */
export const ambientEdit = (editId: string, baseRevision: number, ambient_C: number) =>
  ({
    kind: 'edit',
    editId,
    baseRevision,
    label: editId,
    commands: [{ type: 'setSite', changes: { ambient_C } }],
  }) as const
