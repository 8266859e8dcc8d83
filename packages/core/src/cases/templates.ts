export interface TemplateStep {
  action: string
  expected: string
}

/** A case that ships with Bobbin, and is copied to be used. */
export interface TemplateCase {
  title: string
  preconditions: string
  steps: readonly TemplateStep[]
  /** 1 is the most urgent of 4. */
  priority: number
  tags: readonly string[]
}

/** A suite that ships with Bobbin: read only, and copied to be used. It has cases of its own, or finds those of the project. */
export interface SuiteTemplate {
  /** Stays for ever: links name it. */
  id: string
  name: string
  note: string
  /** As a suite's filter; null where it has cases. */
  filter: { failedLast?: true; unsteady?: true; notRunDays?: number; changedDays?: number; priorities?: number[] } | null
  cases: readonly TemplateCase[]
}

const step = (action: string, expected = ''): TemplateStep => ({ action, expected })
const of = (
  title: string,
  priority: number,
  tags: readonly string[],
  steps: readonly TemplateStep[],
  preconditions = '',
): TemplateCase => ({
  title,
  preconditions,
  steps,
  priority,
  tags,
})
const found = (id: string, name: string, note: string, filter: SuiteTemplate['filter']): SuiteTemplate => ({
  id,
  name,
  note,
  filter,
  cases: [],
})

/** What most products are tried with: common practice, no source; for accessibility WCAG 2.2, for HTTP RFC 9110. */
export const SUITE_TEMPLATES: readonly SuiteTemplate[] = [
  {
    id: 'sign-in',
    name: 'Sign-in and account',
    note: 'Who gets in, who does not, and how a session ends.',
    filter: null,
    cases: [
      of(
        'Sign-in with the right password opens the start page',
        1,
        ['sign-in', 'smoke'],
        [
          step('Open the sign-in page', 'Fields for the account and the password are shown'),
          step('Enter an account and its password, and submit', 'The start page opens and names the account'),
        ],
        'There is an active account.',
      ),
      of(
        'Sign-in with a wrong password is refused without saying which part was wrong',
        1,
        ['sign-in', 'security'],
        [
          step('Enter an account and a wrong password, and submit', 'A message says that account or password are wrong'),
          step('Enter an account that does not exist, and submit', 'The message is the same'),
        ],
        'There is an active account.',
      ),
      of(
        'Repeated wrong passwords slow down or lock the sign-in',
        2,
        ['sign-in', 'security'],
        [
          step('Enter a wrong password as often as is allowed', 'Each try is refused'),
          step('Enter the right password', 'It is refused, and the page says when to try again'),
        ],
        'There is an active account.',
      ),
      of(
        'Sign-out ends the session on the server',
        2,
        ['sign-in', 'security'],
        [
          step('Sign out', 'The sign-in page opens'),
          step('Go back in the browser, and open an address of the product', 'The sign-in page opens; nothing of the account is shown'),
        ],
        'Somebody is signed in.',
      ),
      of(
        'A forgotten password is replaced by a link that works once',
        2,
        ['sign-in', 'mail'],
        [
          step('Ask for a new password', 'A message says that a mail was sent, whether or not the account exists'),
          step('Open the link of the mail, and set a new password', 'Sign-in works with the new password, and no longer with the old one'),
          step('Open the link once more', 'It is refused'),
        ],
      ),
      of(
        'A session that was left alone ends',
        3,
        ['sign-in', 'security'],
        [
          step('Leave the page alone for longer than a session lasts'),
          step('Do something on the page', 'The sign-in page opens, and what was entered is not lost'),
        ],
        'Somebody is signed in.',
      ),
    ],
  },
  {
    id: 'forms',
    name: 'Forms',
    note: 'What any form is tried with.',
    filter: null,
    cases: [
      of(
        'A form with all fields filled in is saved, and shows what was saved',
        1,
        ['forms', 'smoke'],
        [
          step('Fill in every field, and submit', 'The page says that it was saved'),
          step('Open what was saved', 'Every field has what was entered'),
        ],
      ),
      of(
        'A required field that is empty is named, and nothing is lost',
        2,
        ['forms'],
        [
          step(
            'Leave out a required field, fill in all others, and submit',
            'The field is marked, a message beside it says what is missing',
          ),
          step('Look at the other fields', 'They have what was entered'),
        ],
      ),
      of(
        'Text at and over the longest length',
        3,
        ['forms', 'limits'],
        [
          step('Enter text of exactly the longest length, and submit', 'It is saved whole'),
          step('Enter one character more, and submit', 'It is refused with a message, or cannot be entered'),
        ],
      ),
      of(
        'Letters of other scripts, quotation marks and markup are kept as they are',
        2,
        ['forms', 'security'],
        [
          step(
            'Enter “Ærøskøbing”, “渡し船”, “O’Hara” and “<b>deck</b>” into text fields, and submit',
            'They are shown as they were entered, as text',
          ),
        ],
      ),
      of(
        'A form that is submitted twice is saved once',
        2,
        ['forms'],
        [
          step('Fill in the form, and click the button twice in quick succession', 'It is saved once'),
          step('Go back in the browser, and submit again', 'It is not saved a second time, or the page asks'),
        ],
      ),
    ],
  },
  {
    id: 'lists',
    name: 'Search and lists',
    note: 'Finding, sorting and paging through many things.',
    filter: null,
    cases: [
      of(
        'Search finds by a part of the name, whatever its case',
        2,
        ['search', 'smoke'],
        [step('Search for the middle part of a name that exists, in capitals', 'It is found')],
      ),
      of(
        'Search without a match says so, and how to go on',
        3,
        ['search'],
        [step('Search for what does not exist', 'The page says that nothing was found, and offers to clear the search')],
      ),
      of(
        'Sorting by each column, in both directions',
        3,
        ['lists'],
        [
          step(
            'Choose each column in turn, twice',
            'Rows are in the order of the column, then in the opposite order; numbers and dates by their value',
          ),
        ],
      ),
      of(
        'The last page has the rest, and no row is shown twice',
        3,
        ['lists', 'limits'],
        [step('Page through a list whose length is not a multiple of the page', 'Each row is shown once, the last page has what is left')],
      ),
      of(
        'A filtered list can be shared by its address',
        3,
        ['lists'],
        [step('Filter and sort a list, copy the address, and open it in another window', 'The same rows are shown in the same order')],
      ),
    ],
  },
  {
    id: 'accessibility',
    name: 'Accessibility by hand',
    note: 'What automated checks do not see, by the success criteria of WCAG 2.2.',
    filter: null,
    cases: [
      of(
        'Everything can be reached and used by keyboard',
        1,
        ['accessibility', 'wcag-2.1.1', 'wcag-2.1.2'],
        [
          step(
            'Put the mouse aside, and do the main task of the page with Tab, arrows, Enter, Space and Escape',
            'It can be done from beginning to end',
          ),
          step('Move through every dialog and menu', 'The focus is never caught, and returns to where it came from'),
        ],
      ),
      of(
        'The focus is always visible, and in a sensible order',
        2,
        ['accessibility', 'wcag-2.4.3', 'wcag-2.4.7', 'wcag-2.4.11'],
        [
          step(
            'Press Tab from the top of the page to its end',
            'What has the focus can be seen, is not covered, and follows the order of reading',
          ),
        ],
      ),
      of(
        'The page works at 400 % zoom',
        2,
        ['accessibility', 'wcag-1.4.10'],
        [
          step(
            'Set the window to 1280 pixels and zoom to 400 %',
            'Nothing is cut or covered, and nothing but tables and maps scrolls in two directions',
          ),
        ],
      ),
      of(
        'Text and controls stand out from their background',
        2,
        ['accessibility', 'wcag-1.4.3', 'wcag-1.4.11'],
        [
          step('Measure the contrast of text', 'It is at least 4.5 : 1, for large text 3 : 1'),
          step('Measure the contrast of borders, icons and the focus', 'It is at least 3 : 1'),
        ],
      ),
      of(
        'A screen reader names each field, button and message',
        2,
        ['accessibility', 'wcag-3.3.2', 'wcag-4.1.2', 'wcag-4.1.3'],
        [
          step('Move through the page with a screen reader', 'Each control is read with its name, its kind and its state'),
          step('Submit a form with a mistake', 'The message is read without moving there'),
        ],
      ),
    ],
  },
  {
    id: 'http-api',
    name: 'HTTP API',
    note: 'What each resource of an API is tried with; status codes by RFC 9110.',
    filter: null,
    cases: [
      of(
        'A request without credentials is answered 401',
        1,
        ['api', 'security'],
        [step('Send a request without credentials', '401 with a WWW-Authenticate header, and nothing of the resource')],
      ),
      of(
        'Somebody else’s resource is answered 403 or 404',
        1,
        ['api', 'security'],
        [step('Read, change and delete a resource of another account', '403 or 404 each time, and the resource is as it was')],
      ),
      of(
        'A body with a missing or wrong field is answered 400 and names it',
        2,
        ['api'],
        [
          step('Send a body without a required field', '400, and the answer names the field'),
          step('Send a body with text where a number is expected', '400, and the answer names the field'),
          step('Send what is not JSON', '400 or 415, and nothing of the server’s inner workings'),
        ],
      ),
      of(
        'An unknown resource is answered 404, an unknown method 405',
        3,
        ['api'],
        [
          step('Read a resource that does not exist', '404'),
          step('Send a method that the resource does not have', '405 with an Allow header'),
        ],
      ),
      of(
        'PUT and DELETE that are sent twice do what one does',
        2,
        ['api'],
        [
          step('Send the same PUT twice', 'The resource is as after the first'),
          step('Send the same DELETE twice', 'The second is answered 204, 404 or 410, and changes nothing'),
        ],
      ),
      of(
        'A change of something outdated is refused',
        3,
        ['api'],
        [
          step(
            'Read a resource, change it from elsewhere, then send a change with If-Match of the first ETag',
            '412, and the change from elsewhere stays',
          ),
        ],
      ),
    ],
  },
  {
    id: 'after-deployment',
    name: 'After a deployment',
    note: 'A few minutes by hand, before anybody else looks.',
    filter: null,
    cases: [
      of(
        'The version that was deployed is the one that answers',
        1,
        ['smoke', 'deployment'],
        [step('Ask the product for its version', 'It is the one that was deployed, on every address')],
      ),
      of(
        'The main task of the product can be done',
        1,
        ['smoke', 'deployment'],
        [
          step('Do the main task as a new account', 'It can be done from beginning to end'),
          step('Do it as an account with data from before the deployment', 'It can be done, and the data is there'),
        ],
      ),
      of(
        'Logs and alerts are quiet',
        2,
        ['deployment'],
        [
          step('Look at errors in the logs since the deployment', 'There are no new kinds of errors'),
          step('Look at alerts', 'None was raised'),
        ],
      ),
      of(
        'The way back is known and works',
        2,
        ['deployment'],
        [step('Roll back in an environment that is no customer’s', 'The version before answers, with the data of now')],
      ),
    ],
  },
  found('failed-last', 'Failed last time', 'Cases whose last result failed or errored.', { failedLast: true }),
  found('unsteady', 'Unsteady', 'Cases that failed and passed in the newest builds.', { unsteady: true }),
  found('not-run', 'Not run for 30 days', 'Cases without a result for a month.', { notRunDays: 30 }),
  found('changed', 'Changed in the last two weeks', 'Cases that were changed lately.', { changedDays: 14 }),
  found('urgent', 'Urgent cases', 'Cases of the two highest priorities.', { priorities: [1, 2] }),
]

export const suiteTemplate = (id: string): SuiteTemplate | null => SUITE_TEMPLATES.find((one) => one.id === id) ?? null
