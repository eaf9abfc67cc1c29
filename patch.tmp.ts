export function patch(doc: any, ops: any[]) {
  const d = structuredClone(doc)
  const at = (path: string) => path.split('/').slice(1).map((s) => s.replace(/~1/g, '/').replace(/~0/g, '~'))
  const get = (p: string[]) => p.reduce((o, k) => o[k], d)
  for (const op of ops) { const p = at(op.path), key = p.pop()!, parent = get(p)
    if (op.op === 'add') { if (Array.isArray(parent)) key === '-' ? parent.push(op.value) : parent.splice(Number(key), 0, op.value); else parent[key] = op.value }
    else if (op.op === 'replace') parent[key] = op.value
    else if (op.op === 'remove') Array.isArray(parent) ? parent.splice(Number(key), 1) : delete parent[key] }
  return d }
