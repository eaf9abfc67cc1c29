declare const own: { readonly rules: Readonly<Record<'one-walk' | 'kinds-in-table', object>> }
export default own
