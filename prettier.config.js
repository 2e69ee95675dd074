/** Lines of at most 120 columns; what is generated or not code is in .prettierignore. */
export default { printWidth: 120, singleQuote: true, trailingComma: 'all' };
