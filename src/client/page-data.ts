/** What the server put beside an island that is drawn in the browser alone, because drawing it twice would keep people waiting. */
export function pageData<T>(): T {
  const block = document.getElementById('page-data');
  if (!block?.textContent) throw new Error('This page came without its data. Load it again.');
  return JSON.parse(block.textContent) as T;
}
