/** happy-dom lays nothing out: gives every element a height and width, so that a virtual list draws some of its rows. */
export function giveLayout(): void {
  Object.defineProperty(HTMLElement.prototype, 'clientHeight', { configurable: true, value: 600 })
  Object.defineProperty(HTMLElement.prototype, 'clientWidth', { configurable: true, value: 800 })
  Object.defineProperty(HTMLElement.prototype, 'offsetHeight', { configurable: true, value: 600 })
  Object.defineProperty(HTMLElement.prototype, 'offsetWidth', { configurable: true, value: 800 })
  HTMLElement.prototype.scrollTo = () => undefined
  HTMLElement.prototype.scrollIntoView = () => undefined
}
