import { notify, notifyError } from './toast.js'

/** Puts a text on the clipboard, which a browser gives only to pages that it trusts (https, or this machine). */
export async function copyText(text: string, what: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    notify(`${what} copied`)
  } catch {
    notifyError('The browser does not let this page copy. Select the text and copy it by hand.')
  }
}
