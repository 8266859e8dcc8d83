import { ProjectLink } from '../../context/project-link.js'
import { CopyBlock } from '../../ui/copy-block.js'

/** What the page is for, and the one line that fills it. */
export function ScanHelp() {
  return (
    <div className="m-auto flex max-w-[640px] flex-col gap-4 p-8">
      <h2 className="text-lg">Find the scripts in your code</h2>
      <p>
        Run this in the repository. It lists every automated test, in the folders that they have in the code, and sends their names and
        places; the source itself stays where it is.
      </p>
      <CopyBlock label="Command" text={scanCommand(window.location.origin)} />
      <p className="text-soft">
        The token needs the scope “deliver”.{' '}
        <ProjectLink to="settings/tokens" className="link">
          Settings › Tokens
        </ProjectLink>{' '}
        makes one.
      </p>
    </div>
  )
}

/** Two lines to run in a repository, on any machine with Node. */
const scanCommand = (origin: string): string =>
  [`curl -fsSLo bobbin.mjs ${origin}/cli/bobbin.mjs`, `BOBBIN_URL=${origin} BOBBIN_TOKEN=YOUR-TOKEN node bobbin.mjs scan .`].join('\n')
