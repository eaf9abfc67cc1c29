declare const own: { readonly rules: Readonly<Record<'one-walk', object>> }
export default own
