// Made by npm run openapi from the OpenAPI document. Do not edit.
export interface paths {
  '/calendars/{key}.ics': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * The coming times of a project's plans, for calendar programs
     * @description whoever has the address may read it.
     */
    get: operations['calendarCalendar']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/first-run': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Whether nobody has an account yet */
    get: operations['firstRunGet']
    put?: never
    /**
     * Makes the first account and project, and signs in
     * @description Refused once there is an account.
     */
    post: operations['firstRunMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/invitations/accept': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Accepts an invitation
     * @description as who is signed in, or with a new account, which is signed in then.
     */
    post: operations['invitationsAccept']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/invitations/look': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** What the holder of a link is invited to */
    post: operations['invitationsLook']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/oidc/callback': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Where the provider sends people back to
     * @description What went wrong is told on the sign-in page.
     */
    get: operations['oidcCallback']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/oidc/start': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Goes to where people sign in besides here, and afterwards to a page of Bobbin */
    get: operations['oidcStart']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/openapi.json': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The OpenAPI document of everything Bobbin does */
    get: operations['openApiDocument']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/password-resets': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Sends a link for a new password by mail
     * @description The answer is the same whether there is such an account.
     */
    post: operations['passwordResetRequest']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/password-resets/accept': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Sets a new password by a link, ends every session of the account, and signs in */
    post: operations['passwordResetAccept']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/password-resets/look': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Whose password a link sets */
    post: operations['passwordResetLook']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Makes a project, which its maker keeps */
    post: operations['projectsMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    /** Changes the project */
    patch: operations['projectsEdit']
    trace?: never
  }
  '/projects/{project}/acts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What was done in the project, newest first
     * @description by whom, to what, and what it changed.
     */
    get: operations['auditList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/acts/export': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The acts that fit as a table, oldest first; as NDJSON with all that each changed */
    get: operations['auditExport']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/acts/{id}/undo': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Undoes an act
     * @description What somebody changed since is left as it is. The undoing is an act itself, and can be undone.
     */
    post: operations['auditUndo']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/agents': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Agents and the pools that they belong to */
    get: operations['agentsList']
    put?: never
    /**
     * Registers an agent, which tells what it can do
     * @description Called by agents with a token of their own scope.
     */
    post: operations['agentsRegister']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/agents/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Pauses an agent, or moves it to another pool */
    put: operations['agentsEdit']
    post?: never
    /**
     * Removes an agent that runs nothing
     * @description One that is still started comes back when it asks for work.
     */
    delete: operations['agentsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/agents/{id}/work': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** An agent asks for work, and says what it runs; answered when there is something to tell, or its patience ends */
    post: operations['workWork']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/areas': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The tree of areas */
    get: operations['areasList']
    put?: never
    /** Makes an area */
    post: operations['areasMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/areas/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /**
     * Deletes an area
     * @description What stood in it moves up one level.
     */
    delete: operations['areasDelete']
    options?: never
    head?: never
    /** Renames an area, moves it, or puts it before another */
    patch: operations['areasEdit']
    trace?: never
  }
  '/projects/{project}/assigned-cases/person': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Hands cases that are not done to somebody else, or to whoever takes them */
    put: operations['assignedCasesHandOn']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Everything that is needed to do a case
     * @description its steps, what was written down, values, earlier results.
     */
    get: operations['assignedCasesGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/again': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Does a case that is done once more */
    post: operations['assignedCasesAgain']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/defect': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Reports a defect from a step */
    post: operations['assignedCasesDefect']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/draft': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Keeps what was written down so far; refused where somebody wrote into it since, with what they wrote */
    put: operations['assignedCasesSave']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/files': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Adds a picture or file to a step, or to the case as a whole */
    post: operations['assignedCasesAddFile']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/files/{file}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The content of a file that was added */
    get: operations['assignedCasesFile']
    put?: never
    post?: never
    /** Takes a file away again */
    delete: operations['assignedCasesRemoveFile']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/finish': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** The case is done, and becomes a result */
    post: operations['assignedCasesFinish']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assigned-cases/{id}/take': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Takes a case that is free, or that somebody else has */
    post: operations['assignedCasesTake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assignments': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What people are to do by hand, by when it is due */
    get: operations['assignmentsList']
    put?: never
    /** Gives cases to people, who are told */
    post: operations['assignmentsAssign']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assignments/workload': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How much is given to whom by the day on which it is due, and who can't do it in time */
    get: operations['assignmentsWorkload']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assignments/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** An assignment with its cases, in order */
    get: operations['assignmentsGet']
    /** Changes whom an assignment is given to, or when it is due */
    put: operations['assignmentsChange']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/assignments/{id}/close': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Closes an assignment before all of it is done; what is open is dropped */
    post: operations['assignmentsClose']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/attachments/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * The content of an attachment
     * @description Its type is that of its bytes, and it can run nothing. A part of it is given to who asks for a range.
     */
    get: operations['attachmentsContent']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/attachments/{id}/entries': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The files in an attached archive, with their sizes unpacked */
    get: operations['attachmentsEntries']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/attachments/{id}/thumbnail': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A picture made small */
    get: operations['attachmentsThumbnail']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/boards': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** One's own boards, and those that others share; for who manages the project also those with a link for walls */
    get: operations['boardsList']
    put?: never
    /** Makes a board of one's own */
    post: operations['boardsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/boards/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * A board
     * @description its name, its lens and its tiles.
     */
    get: operations['boardsHead']
    /** Changes a board of one's own */
    put: operations['boardsChange']
    post?: never
    /** Deletes a board of one's own; what its tiles show stays */
    delete: operations['boardsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/boards/{id}/parts/{part}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What tiles of a board show
     * @description one part at a time, so that none waits for another.
     */
    get: operations['boardsPart']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/boards/{id}/wall': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Makes a link under which a board is shown without signing in; one that there was ends */
    post: operations['boardsOpen']
    /** Revokes the link of a board of one's own; who manages the project revokes any */
    delete: operations['boardsClose']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/brief': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What a person who opens Bobbin should know, worst first */
    get: operations['briefGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/brief/looks': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Notes that you look at the Brief now, and says when you did before
     * @description Looks within an hour are one.
     */
    post: operations['briefLook']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/builds': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Builds of a pipeline in the lens, newest first, with their runs in all environments */
    get: operations['buildsList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/builds/compare': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Two runs, of whatever builds, branches and environments, test by test */
    get: operations['buildsCompare']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/builds/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What a build changed, and why it is red */
    get: operations['buildsGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/calendar': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The address of the calendar of coming times */
    get: operations['calendarAddress']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/case-tables': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The cases that fit the filters as a table */
    get: operations['caseTablesExport']
    put?: never
    /**
     * Makes and changes cases as a table (CSV or XLSX) says
     * @description Rows that can't be taken are left out.
     */
    post: operations['caseTablesImport']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/case-tables/preview': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Says what each row of a table (CSV or XLSX) would do
     * @description Nothing is stored.
     */
    post: operations['caseTablesPreview']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The cases that fit the filters */
    get: operations['casesList']
    put?: never
    /** Makes a case */
    post: operations['casesMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/bulk': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Changes many cases in the same way */
    post: operations['casesBulk']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/delete': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Deletes cases
     * @description Undo brings them back.
     */
    post: operations['casesDelete']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/facets': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What the filters may choose from */
    get: operations['casesFacets']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/from-template': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Copies cases of a template that ships with Bobbin into an area of its name, all or none */
    post: operations['casesFromTemplate']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/outline': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Makes cases and areas of pasted lines, all or none */
    post: operations['casesOutline']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/cases/{key}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A case with everything it says */
    get: operations['casesGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    /**
     * Changes a case that nobody changed since it was read
     * @description Otherwise refused, with theirs as “theirs”.
     */
    patch: operations['casesEdit']
    trace?: never
  }
  '/projects/{project}/cases/{key}/scripts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The scripts of a case, each with its histories */
    get: operations['scriptsOfCase']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/comments': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Comments on something, and who can be mentioned */
    get: operations['commentsList']
    put?: never
    /** Comments on something */
    post: operations['commentsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/comments/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Deletes a comment of one’s own; who manages the project may delete any */
    delete: operations['commentsRemove']
    options?: never
    head?: never
    /** Edits a comment of one’s own */
    patch: operations['commentsEdit']
    trace?: never
  }
  '/projects/{project}/defects': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Defects by key or words
     * @description what the tracker finds, and what is known here.
     */
    get: operations['defectsSearch']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/defects/{id}/look': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Asks the tracker how a defect is */
    post: operations['defectsLook']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/defects/{id}/state': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Closes or reopens a defect in the tracker */
    put: operations['defectsSetState']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The newest deliveries, each with what its files came to */
    get: operations['deliveriesList']
    put?: never
    /**
     * Takes result files
     * @description Where they belong is in the query, so that reading can start with the first byte. A large delivery is stored first and answered at once with the state `waiting`; its report can be asked for when it is read.
     */
    post: operations['intakeDeliver']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * A delivery
     * @description who, from where, what was decided, and each of its files.
     */
    get: operations['deliveriesGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/files/{file}/original': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A file as it was delivered */
    get: operations['deliveriesOriginal']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/files/{file}/reading': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Reads a kept file again with the reader of today, in place of what it brought before; an undone one is taken in again
     * @description One that was attached is attached again, with all that its delivery attached.
     */
    post: operations['deliveriesReadAgain']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/move': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Moves a delivery to another pipeline, build, branch or environment */
    post: operations['deliveriesMove']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/report': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What a delivery came to, as its sender is answered; while it is not read its state is `waiting` */
    get: operations['queueReport']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/retry': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Reads a delivery at once that was given up or put off */
    post: operations['queueRetry']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/deliveries/{id}/undo': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Takes all that a delivery brought out again; its files are kept, and can be read again */
    post: operations['deliveriesUndo']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/environments': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Where systems under test run, and the profiles they are tested with */
    get: operations['environmentsList']
    put?: never
    /**
     * Adds an environment
     * @description One that is protected needs the right to run there.
     */
    post: operations['environmentsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/environments/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes an environment */
    put: operations['environmentsEdit']
    post?: never
    /** Deletes an environment that has no runs */
    delete: operations['environmentsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/environments/{id}/opening': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Opens a protected environment for runs, for a time and with a reason */
    put: operations['environmentsOpen']
    post?: never
    /** Closes it again */
    delete: operations['environmentsClose']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/environments/{id}/probe': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Asks the probe of an environment now */
    post: operations['environmentsProbe']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/environments/{id}/secrets/{name}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Sets a secret, which is handed to runs and never shown again */
    put: operations['environmentsSetSecret']
    post?: never
    /** Removes a secret */
    delete: operations['environmentsRemoveSecret']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/events': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Server-sent events
     * @description “began” at once, with the time since the last change; “change” with the topics that changed, “missed” when changes may have been lost, “beat” now and then.
     */
    get: operations['eventsEvents']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The causes behind the failures in the lens, untriaged ones first */
    get: operations['failuresList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/runs/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Why a run is red, and what of it does not count against a gate */
    get: operations['failuresOfRun']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/score': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How often suggested causes were right */
    get: operations['failuresScore']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Everything that is known of one cause */
    get: operations['failuresGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/assignee': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Assigns it to a person, a team, both or nobody */
    put: operations['failuresAssign']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/cause': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Decides what caused it */
    put: operations['failuresDecide']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/defect': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Links a defect that exists, or unlinks it */
    put: operations['failuresLink']
    /** Reports a new defect */
    post: operations['failuresReport']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/defect-draft': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A new defect of a cause, filled in, and those that are likely the same */
    get: operations['failuresDraft']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/expected': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Says whether its tests are to fail while its defect is open */
    put: operations['failuresExpect']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/merge': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Other causes count as this one from now on */
    post: operations['failuresMerge']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/mute': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Mutes it until a date, a build or the closing of its defect */
    post: operations['failuresMute']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/reopen': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Reopens what was resolved */
    post: operations['failuresReopen']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/rerun': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Runs its tests again, as they ran in the newest build that has it */
    post: operations['failuresRerun']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/resolve': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Resolves it with a comment */
    post: operations['failuresResolve']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/failures/{id}/split': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Some of its wordings become a cause of their own */
    post: operations['failuresSplit']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/feeds': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Opens a feed
     * @description a sender that tells the results of a run one by one while its tests run. Opening it again finds it.
     */
    post: operations['feedsOpen']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/feeds/{id}/batches': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Takes the next batch of results
     * @description One that was taken before changes nothing, so that it may be sent again.
     */
    post: operations['feedsTake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/feeds/{id}/close': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Says that everything was sent
     * @description The run ends with its last feed, once its announced shards are in.
     */
    post: operations['feedsClose']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/follows': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Follows something, or no longer */
    put: operations['commentsFollow']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/handoffs': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Outside pipelines that parts of plans can be handed to */
    get: operations['handoffsList']
    put?: never
    /** Adds an outside pipeline */
    post: operations['handoffsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/handoffs/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes an outside pipeline */
    put: operations['handoffsEdit']
    post?: never
    /** Deletes an outside pipeline */
    delete: operations['handoffsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/invitations': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The project's invitations that can still be accepted */
    get: operations['invitationsList']
    put?: never
    /**
     * Invites somebody by a link, which is answered this once
     * @description it can be accepted once, within 7 days.
     */
    post: operations['invitationsMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/invitations/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Withdraws an invitation */
    delete: operations['invitationsWithdraw']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/lens': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What there is to look through
     * @description branches by how many builds they have, environments, pipelines; how many older builds the lens hides.
     */
    get: operations['lensLens']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What is to be done about the mapping
     * @description counts, questions, how far suggestions are.
     */
    get: operations['mappingOverview']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/alike': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Cases that say nearly the same */
    get: operations['mappingAlike']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/alike/{id}/different': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Says that two cases are different, though they say nearly the same */
    post: operations['mappingDifferent']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/decisions': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Accepts and rejects suggestions */
    post: operations['mappingDecide']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/pushes': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Makes a case for each test of the code that has none, with its steps, in an area
     * @description Sent again, it makes none twice.
     */
    post: operations['mappingPush']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/renames/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Answers whether a new script is an old one under a new name */
    post: operations['mappingAnswer']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/reviews': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Confirms that scripts whose code changed still verify their cases */
    post: operations['mappingReview']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/rules': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Rules for cases that are made of scripts, in order, and what they would do */
    get: operations['mappingRules']
    /**
     * Replaces the rules
     * @description Cases that are there stay as they are.
     */
    put: operations['mappingSetRules']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/rules/preview': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** What other rules would do; nothing is stored */
    post: operations['mappingPreview']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/scripts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Scripts in the order of their files, with the cases that they verify or may verify */
    get: operations['mappingList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/splits': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Parts one of a script's other names off as a script of its own, with its results */
    post: operations['mappingSplit']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/stamps': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Keys of confirmed links that the code of a source tree does not declare */
    get: operations['mappingStamps']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mapping/suggestions': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Has suggestions computed anew, in the background */
    post: operations['mappingSuggest']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/members': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Who belongs to the project */
    get: operations['peopleMembers']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/members/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /**
     * Takes somebody out of the project
     * @description Everybody may leave by themselves.
     */
    delete: operations['peopleRemoveMember']
    options?: never
    head?: never
    /** Gives a member another role */
    patch: operations['peopleSetRole']
    trace?: never
  }
  '/projects/{project}/members/{id}/work': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What somebody has to do with in the project, to be seen before they are removed */
    get: operations['peopleWork']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mine': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What waits for who is signed in */
    get: operations['commentsMine']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mine/count': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How much of it there is */
    get: operations['commentsCount']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mine/read': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Marks all mentions as read */
    post: operations['commentsReadAll']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mine/read/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Marks a mention as read */
    post: operations['commentsRead']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mutes': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What is muted, and was */
    get: operations['mutesList']
    put?: never
    /** Mutes a test, or everything in an environment */
    post: operations['mutesMute']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/mutes/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Ends a mute */
    delete: operations['mutesUnmute']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/notifications/log': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What was sent, waits, or was given up, and by which rule */
    get: operations['notificationsLog']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/notifications/rules': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What you and the project are told, where and when */
    get: operations['notificationsList']
    put?: never
    /** Adds a rule of your own, or of the project */
    post: operations['notificationsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/notifications/rules/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes a rule */
    put: operations['notificationsEdit']
    post?: never
    /** Deletes a rule */
    delete: operations['notificationsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/notifications/rules/{id}/test': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Sends a test message by a rule */
    post: operations['notificationsTryOut']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/parts/{id}/end': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** A part is over, and its results are delivered */
    post: operations['partsEnd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/parts/{id}/log': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What a part printed, from a place on */
    get: operations['partsLog']
    put?: never
    /**
     * Takes a piece of what a part prints; an empty one only says that its agent is there
     * @description Sent again, it changes nothing.
     */
    post: operations['partsTell']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/parts/{id}/stop': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Stops one part */
    post: operations['partsStop']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/plans': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Plans, and when each starts next */
    get: operations['plansList']
    put?: never
    /** Adds a plan */
    post: operations['plansAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/plans/today': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * A day on one page
     * @description what ran, runs, waits and will run.
     */
    get: operations['plansToday']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/plans/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A plan with its forecast, its next times, and what it started */
    get: operations['plansGet']
    /**
     * Changes a plan
     * @description all that it says. What is under way goes on as it was started.
     */
    put: operations['plansEdit']
    post?: never
    /**
     * Deletes a plan
     * @description What it ran stays.
     */
    delete: operations['plansRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/plans/{id}/copy': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** The same plan under another name, without its times */
    post: operations['plansDuplicate']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/plans/{id}/start': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Starts a plan now; a trial stays out of the record
     * @description Also for programs outside, with a token of the scope “start”.
     */
    post: operations['plansStart']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/pools': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Adds a pool
     * @description agents with the same abilities, and what a minute costs.
     */
    post: operations['poolsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/pools/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes a pool */
    put: operations['poolsEdit']
    post?: never
    /**
     * Deletes a pool
     * @description Its agents stay.
     */
    delete: operations['poolsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/profiles': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Adds a profile
     * @description a browser, device, operating system and locale.
     */
    post: operations['profilesAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/profiles/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes a profile */
    put: operations['profilesEdit']
    post?: never
    /**
     * Deletes a profile
     * @description Runs and plans keep its name.
     */
    delete: operations['profilesRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/quarantine': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Tests in quarantine, and how far they are on their way out */
    get: operations['mutesQuarantined']
    put?: never
    /**
     * Puts tests into quarantine
     * @description they still run, and cannot turn a build red.
     */
    post: operations['mutesQuarantine']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/quarantine/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Releases a test from quarantine */
    delete: operations['mutesRelease']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/queue': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Deliveries that come in, wait, are being read, or were given up */
    get: operations['queueList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/recipes': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How scripts are run, and which scripts no recipe runs */
    get: operations['recipesList']
    put?: never
    /**
     * Adds a recipe
     * @description Agents run what it says.
     */
    post: operations['recipesAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/recipes/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /**
     * Changes a recipe
     * @description Parts that wait keep the one they were made with.
     */
    put: operations['recipesEdit']
    post?: never
    /** Deletes a recipe */
    delete: operations['recipesRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/recount': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Counts what is kept with the runs of the project anew from their results, and says which differed
     * @description Deliveries wait for it.
     */
    post: operations['recountRecount']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/releases': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Versions that are being made ready */
    get: operations['releasesList']
    put?: never
    /** Adds a release */
    post: operations['releasesAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/releases/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How far a release is, environment by environment */
    get: operations['releasesGet']
    /** Changes a release */
    put: operations['releasesEdit']
    post?: never
    /**
     * Deletes a release
     * @description Its runs stay, and belong to none.
     */
    delete: operations['releasesRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/report': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What was planned, is under way and was done in the runs of a release, a plan or one run, by hand and by scripts */
    get: operations['reportGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/report/csv': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The report as CSV, a line a case, environment and profile, with its steps below it */
    get: operations['reportCsv']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/report/pdf': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * The report on A4
     * @description a page that sums it up, then every case with its steps.
     */
    get: operations['reportPdf']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/report/xlsx': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The same as a workbook */
    get: operations['reportXlsx']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/requirements': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What must hold, with the cases that verify it and how they stand in the newest runs */
    get: operations['requirementsList']
    put?: never
    /** Adds a requirement */
    post: operations['requirementsAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/requirements/lines': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Adds requirements, and changes those whose key is there */
    post: operations['requirementsImport']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/requirements/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes a requirement */
    put: operations['requirementsChange']
    post?: never
    /** Deletes a requirement; its cases stay */
    delete: operations['requirementsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/requirements/{id}/cases': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Ties cases to a requirement, and unties others */
    put: operations['requirementsTie']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/roles': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The roles that every project has, and the project's own */
    get: operations['peopleRoles']
    put?: never
    /** Makes a role */
    post: operations['peopleMakeRole']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/roles/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes one of the project's own roles */
    put: operations['peopleEditRole']
    post?: never
    /** Deletes one of the project's own roles that nobody has */
    delete: operations['peopleRemoveRole']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/rules': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How the project takes results in, and how long it keeps them */
    get: operations['projectsRules']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The runs in the lens, newest first */
    get: operations['runsList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A run, by what changed against the build before */
    get: operations['runsGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/export': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Every result of a run as a table */
    get: operations['runsExport']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/keep': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Keeps a run with all its details, however old it gets */
    put: operations['keepingKeep']
    post?: never
    /** Lets the details of a run be forgotten when they are old enough */
    delete: operations['keepingLetGo']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/parts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The parts of a run that a plan started, and the runs that did it again */
    get: operations['partsOfRunList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/rerun': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Does a run again
     * @description what failed, errored or did not run, or the results of some scripts.
     */
    post: operations['partsOfRunRerun']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/results': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The results of a run that changed in one way */
    get: operations['runsRows']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/results/{script}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What became of one script in a run, with its attempts */
    get: operations['runsResult']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/results/{script}/attempts/{ordinal}/attachments': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** All attachments of an attempt as one zip */
    get: operations['attachmentsZip']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/stop': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Asks a live run to stop
     * @description its reporters are told with their next batch, and tell their runner where they can.
     */
    post: operations['stopStop']
    /** Takes the asking to stop back */
    delete: operations['stopTakeBack']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/runs/{id}/threads': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Threads of some scripts in the lane of a run, up to that run */
    get: operations['runsThreads']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scans': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Scans of source trees, newest first */
    get: operations['scansList']
    put?: never
    /**
     * Begins a scan of a source tree
     * @description Its tests follow; nothing changes until it is finished.
     */
    post: operations['scansOpen']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scans/{id}/finish': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Finishes a scan
     * @description what it found becomes what is known of the tree, or is only told.
     */
    post: operations['scansFinish']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scans/{id}/tests': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Adds tests to a scan that is not finished */
    post: operations['scansAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scripts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The scripts that fit the filters */
    get: operations['scriptsList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scripts/decisions': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * Decides about scripts that have no case
     * @description makes one for each, or sets them aside.
     */
    post: operations['scriptsDecide']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scripts/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A script with its links and histories */
    get: operations['scriptsGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/scripts/{id}/links/{key}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Links a script to a case by hand */
    put: operations['scriptsLink']
    post?: never
    /**
     * Takes a link away for good
     * @description A declared key does not bring it back.
     */
    delete: operations['scriptsUnlink']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sign-offs': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Whether a run or release is signed off, what was said each time, and what is open now */
    get: operations['signOffsState']
    put?: never
    /** Closes a run or a release with words; its results can't be changed from then on */
    post: operations['signOffsSign']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sign-offs/{id}/reopen': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Opens what was signed off again, with a reason */
    post: operations['signOffsReopen']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sources': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Folders and addresses that are looked into at an interval */
    get: operations['sourcesList']
    put?: never
    /** Adds a source */
    post: operations['sourcesAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sources/look': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** What a source that is only being thought of holds, and what would become of it; nothing is stored */
    post: operations['sourcesLook']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sources/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Changes a source */
    put: operations['sourcesEdit']
    post?: never
    /** Forgets a source; what it brought stays */
    delete: operations['sourcesRemove']
    options?: never
    head?: never
    /** Pauses a source, or goes on with it */
    patch: operations['sourcesPause']
    trace?: never
  }
  '/projects/{project}/sources/{id}/fetch': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Looks into a source now and takes in what is new */
    post: operations['sourcesFetchNow']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/sources/{id}/look': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /**
     * The same for one that is there
     * @description what it brought before is told apart.
     */
    post: operations['sourcesLookAgain']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/space': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What takes how much space, and what was forgotten */
    get: operations['keepingSpace']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/space/forgetting': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Forgets now what the next night would */
    post: operations['keepingForget']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/space/measurement': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Measures the space anew, which goes through all texts of the project */
    post: operations['keepingMeasure']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/starts/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What became of a start
     * @description its runs, parts, and what was left out.
     */
    get: operations['startsGet']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/starts/{id}/stop': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Stops what is under way of a start, or of one of its runs */
    post: operations['startsStop']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Suites in their folders; templates last */
    get: operations['suitesList']
    put?: never
    /**
     * Adds a suite
     * @description one whose cases are chosen one by one, or that a filter finds.
     */
    post: operations['suitesAdd']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites/threads': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How the cases of each suite stand over the newest builds of the main branch */
    get: operations['suitesThreads']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** A suite with its cases in order, and what changed since it was planned */
    get: operations['suitesGet']
    /** Changes what a suite is called and how it finds its cases */
    put: operations['suitesEdit']
    post?: never
    /**
     * Deletes a suite that no plan has
     * @description Its cases stay.
     */
    delete: operations['suitesRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites/{id}/cases': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /** Which cases a suite has, all of them in order */
    put: operations['suitesSetCases']
    /** Adds cases to a suite, or all of an area, behind those that are there */
    post: operations['suitesAddCases']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites/{id}/copy': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Copies a suite; of a template it makes one that can be changed */
    post: operations['suitesCopy']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/suites/{id}/snapshot': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Plans run the cases as they are now, from here on */
    post: operations['suitesUpdateSnapshot']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/teams': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Teams, with their members and what they own */
    get: operations['peopleTeams']
    put?: never
    /** Makes a team */
    post: operations['peopleMakeTeam']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/teams/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /**
     * Changes a team
     * @description its members, what it owns, and what it may do.
     */
    put: operations['peopleEditTeam']
    post?: never
    /**
     * Deletes a team
     * @description Its members stay in the project.
     */
    delete: operations['peopleRemoveTeam']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/tests/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * One test's life
     * @description all its runs, what was done about it, where it does worse, and whether what was done helped.
     */
    get: operations['lifeLife']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/tokens': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The project's tokens that are not revoked */
    get: operations['tokensList']
    put?: never
    /**
     * Makes a token
     * @description Its secret is answered this once.
     */
    post: operations['tokensMake']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/tokens/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Revokes a token, at once and for good */
    delete: operations['tokensRevoke']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/tracker': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** The connection to the defect tracker */
    get: operations['defectsTracker']
    /** Connects a tracker, or changes how; to be tested before it is used */
    put: operations['defectsSet']
    post?: never
    /** Disconnects the tracker; defects stay as they are */
    delete: operations['defectsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/tracker/test': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Tests the connection, and sends what waited when all is well */
    post: operations['defectsTest']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/activity': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * What goes on
     * @description plans, deliveries, scans, sources, agents, messages to the tracker.
     */
    get: operations['trendsActivity']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/areas': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * How areas or suites stand
     * @description covered, failing, planned.
     */
    get: operations['trendsByArea']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/days': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What failed, day by day, by environment, area, suite, file, team, cause or pipeline; and what a spike is made of */
    get: operations['trendsDayByDay']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/flaky': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Flaky tests in the lens, by what they cost */
    get: operations['trendsFlaky']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/recount': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Counts what these pages show by a second, simpler way from raw results, and says what differs */
    get: operations['trendsRecount']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/trends/slow': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Tests that take long, that take longer than they did, and what splitting over machines would win */
    get: operations['trendsSlowest']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/views': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Saved views of a page
     * @description one's own, and those that others share.
     */
    get: operations['viewsList']
    put?: never
    /**
     * Saves a view
     * @description One of the same name is saved anew.
     */
    post: operations['viewsKeep']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/views/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Deletes a view of one's own */
    delete: operations['viewsRemove']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/projects/{project}/weave': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * Tests down, builds across
     * @description what became of each test in each build of a pipeline.
     */
    get: operations['weaveWeave']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/accounts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Everybody who has an account */
    get: operations['serverAccounts']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/accounts/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    /** Changes what somebody may do on the server */
    patch: operations['serverSetRights']
    trace?: never
  }
  '/server/accounts/{id}/reset-link': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Makes a link by which somebody sets their password anew; it is answered this once, and works once, for two hours */
    post: operations['serverResetLink']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/acts': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What was done with accounts and the server as a whole, newest first */
    get: operations['serverAuditList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/jobs': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Background work by kind, and the jobs that failed for the last time */
    get: operations['jobsList']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/jobs/{id}/retry': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** Tries a job again that failed for the last time */
    post: operations['jobsRetry']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/projects': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Every project, with the folders and hosts where its sources may look */
    get: operations['serverProjects']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/server/projects/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    /** Says where the sources of a project may look */
    patch: operations['serverAllowSources']
    trace?: never
  }
  '/session': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Who asks, and their projects */
    get: operations['sessionsMe']
    put?: never
    /**
     * Signs in
     * @description Sets the session's cookie.
     */
    post: operations['sessionsSignIn']
    /** Signs out here */
    delete: operations['sessionsSignOut']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/session/password': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    /**
     * Changes one's password
     * @description Every session ends, and this one begins anew.
     */
    put: operations['sessionsChangePassword']
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/sessions': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** Where one is signed in */
    get: operations['sessionsList']
    put?: never
    post?: never
    /** Signs out everywhere */
    delete: operations['sessionsEndAll']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/sessions/{id}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    post?: never
    /** Ends one of one's own sessions */
    delete: operations['sessionsEnd']
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/sign-in-ways': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** How one can sign in here */
    get: operations['passwordResetWays']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/tracker-hooks/{hook}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    get?: never
    put?: never
    /** What a tracker tells of its issues; signed with the secret of its connection */
    post: operations['trackerHooksHear']
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/wall/{key}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /**
     * A board on a wall
     * @description for whoever has its link.
     */
    get: operations['wallWall']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
  '/wall/{key}/parts/{part}': {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    /** What tiles of a board on a wall show, one part at a time */
    get: operations['wallWallPart']
    put?: never
    post?: never
    delete?: never
    options?: never
    head?: never
    patch?: never
    trace?: never
  }
}
export type webhooks = Record<string, never>
export interface components {
  schemas: {
    AcceptDto: {
      /** @description What stands behind the # of the link. */
      secret: string
      /** @description For who is not signed in and has no account. */
      account?: components['schemas']['NewAccountDto']
    }
    /**
     * @description What somebody does in the trade, as they say themselves; it allows nothing.
     * @enum {string}
     */
    AccountKind: 'engineer' | 'tester' | 'developer' | 'lead'
    /** @description An account, for administrators of the server. */
    AccountRow: {
      id: number
      name: string
      email: string
      kind: components['schemas']['AccountKind']
      serverAdmin: boolean
      makesProjects: boolean
      /** @description How many projects it belongs to. */
      projects: number
    }
    /** @enum {string} */
    ActKind:
      | 'account.made'
      | 'account.signedIn'
      | 'account.signedOut'
      | 'account.sessionsEnded'
      | 'account.passwordChanged'
      | 'account.rightsChanged'
      | 'account.resetLinkMade'
      | 'account.passwordReset'
      | 'agent.registered'
      | 'agent.changed'
      | 'agent.removed'
      | 'agent.left'
      | 'area.made'
      | 'area.changed'
      | 'area.deleted'
      | 'assignment.made'
      | 'assignment.changed'
      | 'assignment.closed'
      | 'assignment.taken'
      | 'assignment.handedOn'
      | 'assignment.done'
      | 'assignment.again'
      | 'assignment.defect'
      | 'signOff.made'
      | 'signOff.reopened'
      | 'case.made'
      | 'case.changed'
      | 'case.deleted'
      | 'case.different'
      | 'case.pushed'
      | 'case.imported'
      | 'comment.made'
      | 'comment.edited'
      | 'comment.deleted'
      | 'comment.followed'
      | 'comment.unfollowed'
      | 'comment.read'
      | 'defect.changed'
      | 'defect.told'
      | 'defect.asked'
      | 'delivery.sent'
      | 'delivery.moved'
      | 'delivery.undone'
      | 'delivery.readAgain'
      | 'delivery.retried'
      | 'details.deleted'
      | 'environment.made'
      | 'environment.changed'
      | 'environment.deleted'
      | 'environment.opened'
      | 'environment.closed'
      | 'environment.secretSet'
      | 'environment.secretRemoved'
      | 'environment.probed'
      | 'failure.decided'
      | 'failure.given'
      | 'failure.resolved'
      | 'failure.reopened'
      | 'failure.back'
      | 'failure.merged'
      | 'failure.split'
      | 'failure.defectLinked'
      | 'failure.expected'
      | 'feed.opened'
      | 'handoff.made'
      | 'handoff.changed'
      | 'handoff.deleted'
      | 'invitation.made'
      | 'invitation.withdrawn'
      | 'job.retried'
      | 'link.decided'
      | 'link.reviewed'
      | 'link.made'
      | 'link.removed'
      | 'member.joined'
      | 'member.roleChanged'
      | 'member.removed'
      | 'mute.made'
      | 'mute.ended'
      | 'notificationRule.made'
      | 'notificationRule.changed'
      | 'notificationRule.deleted'
      | 'notificationRule.tried'
      | 'part.ended'
      | 'part.lost'
      | 'part.stopped'
      | 'plan.made'
      | 'plan.changed'
      | 'plan.deleted'
      | 'board.made'
      | 'board.changed'
      | 'board.deleted'
      | 'board.opened'
      | 'board.closed'
      | 'requirement.made'
      | 'requirement.changed'
      | 'requirement.deleted'
      | 'requirement.tied'
      | 'requirement.imported'
      | 'pool.made'
      | 'pool.changed'
      | 'pool.deleted'
      | 'profile.made'
      | 'profile.changed'
      | 'profile.deleted'
      | 'project.made'
      | 'project.changed'
      | 'project.rulesChanged'
      | 'project.sourcesAllowed'
      | 'quarantine.made'
      | 'quarantine.ended'
      | 'recipe.made'
      | 'recipe.changed'
      | 'recipe.deleted'
      | 'release.made'
      | 'release.changed'
      | 'release.deleted'
      | 'role.made'
      | 'role.changed'
      | 'role.deleted'
      | 'run.kept'
      | 'run.released'
      | 'run.stopAsked'
      | 'run.stopTakenBack'
      | 'scan.finished'
      | 'script.joined'
      | 'script.split'
      | 'script.parted'
      | 'script.decided'
      | 'source.added'
      | 'source.changed'
      | 'source.paused'
      | 'source.resumed'
      | 'source.checked'
      | 'source.removed'
      | 'start.made'
      | 'start.stopped'
      | 'start.skipped'
      | 'suite.made'
      | 'suite.changed'
      | 'suite.deleted'
      | 'suite.updated'
      | 'sums.recounted'
      | 'team.made'
      | 'team.changed'
      | 'team.deleted'
      | 'token.made'
      | 'token.revoked'
      | 'tracker.set'
      | 'tracker.removed'
      | 'tracker.tested'
      | 'view.saved'
      | 'view.removed'
      | 'act.undone'
    ActList: {
      rows: components['schemas']['ActRow'][]
      total: number
    }
    /** @description One act of the change log. */
    ActRow: {
      id: number
      at: string
      actor: components['schemas']['ActorKind']
      /** @description Whose deed, or in whose name; null for Bobbin by itself, or somebody whose account is gone. */
      by: string | null
      /** @description The name of the token, for a machine. */
      token: string | null
      kind: components['schemas']['ActKind']
      /** @description What was done, as a clause that follows who did it. */
      clause: string
      subject: {
        kind: components['schemas']['SubjectKind']
        id: number | null
        name: string
      }
      /** @description What differs before and after: of the subject that was asked for, or of the first. */
      fields: components['schemas']['FieldChange'][]
      /** @description How many subjects it changed. */
      changed: number
      reason: string | null
      request: string | null
      canUndo: boolean
      /** @description When and by whom it was undone. */
      undone: {
        at: string
        by: string | null
      } | null
    }
    ActUndone: {
      /** @description The act that took the other one back, which can be undone itself; null when nothing was left to take back. */
      actId: number | null
      undone: number
      /** @description Names of what somebody changed since; it is left as it is. */
      left: string[]
    }
    /**
     * @description What sort of work it is: a plan that was started, a delivery, a scan of sources, a source looked into, an agent, a message to the tracker.
     * @enum {string}
     */
    ActivityKind: 'plan' | 'delivery' | 'scan' | 'source' | 'agent' | 'sync' | 'manual'
    ActivityList: {
      /** @description What goes on first, then the newest. */
      rows: components['schemas']['ActivityRow'][]
      going: number
      /** @description People who began something, for the filter. */
      people: string[]
      /** @description Suites of what there is, for the filter. */
      suites: string[]
    }
    ActivityRow: {
      kind: components['schemas']['ActivityKind']
      id: number
      name: string
      at: string
      state: components['schemas']['ActivityState']
      /** @description Who began it; null where it began by itself. */
      by: string | null
      environments: string[]
      /** @description Suites that it runs: those of its plan, or of its assignment. */
      suites: string[]
      /** @description Results of its runs: how many, and how many are red; null for what has none. */
      results: {
        total: number
        red: number
      } | null
      /** @description What is wrong, in words of whoever says so. */
      problem: string | null
    }
    /** @enum {string} */
    ActivityState: 'going' | 'waiting' | 'done' | 'failed' | 'stopped'
    /**
     * @description Whose deed an act was: a person in a session, a machine with a token, an agent, or Bobbin by itself.
     * @enum {string}
     */
    ActorKind: 'person' | 'token' | 'agent' | 'system'
    AddCasesDto: {
      keys?: string[]
      /** @description An area: every case in it and below, in the order of the tree. */
      areaId?: number
    }
    Agent: {
      id: number
      name: string
      poolId: number | null
      labels: string[]
      profiles: string[]
      cores: number | null
      version: string | null
      host: string | null
      paused: boolean
      heardAt: string
      /** @description It said goodbye, or was silent for too long. */
      awayAt: string | null
      /** @description It speaks an older version than this server. */
      outdated: boolean
      /** @description What it runs. */
      parts: {
        id: number
        name: string
        runId: number | null
      }[]
    }
    /** @description What an agent with a token may be at most: what it says of itself can only narrow that. */
    AgentBoundsDto: {
      /** @description Null: any pool that it names. */
      poolId: number | null
      /** @description Null: any label. */
      labels: string[] | null
      /** @description Environments whose parts, and secrets, it gets; null: any. */
      environments: number | number[] | null
    }
    AgentDto: {
      paused: boolean
      poolId?: number | null
    }
    AgentList: {
      rows: components['schemas']['Agent'][]
      pools: components['schemas']['Pool'][]
      /** @description The version that the server hands out. */
      version: string
    }
    AlikeCase: {
      key: string
      title: string
      scripts: number
    }
    /** @description Failures that say the same of the same place. */
    AlikeFailures: {
      count: number
      /** @description It is sure that they have one cause, and not only likely. */
      oneCause: boolean
      /** @description What the messages of all of them share; an ellipsis where they differ. */
      message: string | null
    }
    /** @description Pairs of cases that say nearly the same, the likest first. */
    AlikeList: {
      rows: {
        id: number
        one: components['schemas']['AlikeCase']
        other: components['schemas']['AlikeCase']
        likeness: number
      }[]
    }
    /** @description A file in an attached archive; its size is that of its content, in bytes. */
    ArchiveEntry: {
      name: string
      bytes: number
    }
    AreaDeleted: {
      actId: number | null
      cases: number
      areas: number
    }
    AreaEditDto: {
      name?: string
      /** @description The area it moves into; null is the top. */
      parentId?: number | null
      /** @description The area of the same parent that it stands before; null is the end. */
      before?: number | null
    }
    AreaList: {
      /** @enum {string} */
      by: 'area' | 'suite' | 'requirement'
      rows: components['schemas']['AreaRow'][]
      plans: {
        id: number
        name: string
      }[]
      /** @description Every week, oldest first: cases there were, and those of them that had a link then which is active today. */
      moves: {
        day: string
        cases: number
        automated: number
      }[]
    }
    AreaNode: {
      id: number
      parentId: number | null
      name: string
      /** @description Cases that stand directly in it. */
      cases: number
    }
    /** @description How the cases of an area, a suite or a requirement stand; retired ones are not counted. */
    AreaRow: {
      /** @description The area, suite or requirement; null for cases in none. */
      id: number | null
      name: string | null
      cases: number
      /** @description With an active link to a script. */
      automated: number
      /** @description Automated, and a script of it has a result in the newest run of a lane in the lens. */
      covered: number
      /** @description To be carried out by a person, or never to be automated. */
      byHand: number
      /** @description Covered cases by the worst of their newest results. */
      passed: number
      failed: number
      errored: number
      recovered: number
      /** @description Skipped, blocked or not run. */
      notJudged: number
      /** @description Causes that are not resolved, of failures in the newest runs; and open defects among them. */
      causes: number
      defects: number
      /** @description Tests of the newest start of each plan, or of one: to be run, being run, with a result. */
      planned: number
      underWay: number
      done: number
    }
    AssignCasesDto: {
      /** @description What people see in their list; by itself the number of cases. */
      name: string
      keys: string[]
      /** @description Whom they go to; of several, whoever is free takes the next, or the first case goes to the first where they come in order. */
      people: number[]
      /** @description A case begins when those before it are done. */
      inOrder: boolean
      dueAt?: string | null
      pipeline: string
      branch: string
      build: string
      environment: string
      profile?: string | null
      release?: string | null
      /** @description Values to use; one that is empty is asked for. */
      values?: {
        [key: string]: string
      }
    }
    AssignDto: {
      /** @description That of the cause as it was seen; where somebody decided meanwhile the answer is a conflict. */
      version?: number
      accountId?: number | null
      teamId?: number | null
    }
    AssignedCase: {
      id: number
      key: string
      title: string
      position: number
      person: components['schemas']['ManualPerson'] | null
      state: components['schemas']['AssignedState']
      outcome: components['schemas']['Outcome'] | null
      attempts: number
      expectedMs: number | null
      spentMs: number | null
      endedAt: string | null
      /** @description Somebody wrote into it and did not end it. */
      begun: boolean
      /** @description It waits for this case, which comes before it. */
      waitsFor: string | null
    }
    /** @enum {string} */
    AssignedState: 'open' | 'going' | 'done' | 'dropped'
    AssignmentDetail: {
      id: number
      name: string
      people: components['schemas']['ManualPerson'][]
      inOrder: boolean
      dueAt: string | null
      late: boolean
      closedAt: string | null
      closedWhy: string | null
      createdAt: string
      by: string | null
      runId: number
      pipeline: string
      branch: string
      build: string
      environment: string
      profile: string | null
      release: string | null
      startId: number | null
      planId: number | null
      total: number
      done: number
      failed: number
      /** @description How many of its open cases are mine, or free for me, and can be done now. */
      mine: number
      expectedMs: number | null
      /** @description The case to go on with; null where none is mine and free. */
      nextId: number | null
      cases: components['schemas']['AssignedCase'][]
    }
    AssignmentList: {
      rows: components['schemas']['AssignmentRow'][]
    }
    /** @description Cases that people are to do by hand in one run. */
    AssignmentRow: {
      id: number
      name: string
      people: components['schemas']['ManualPerson'][]
      inOrder: boolean
      dueAt: string | null
      late: boolean
      closedAt: string | null
      closedWhy: string | null
      createdAt: string
      by: string | null
      runId: number
      pipeline: string
      branch: string
      build: string
      environment: string
      profile: string | null
      release: string | null
      startId: number | null
      planId: number | null
      total: number
      done: number
      failed: number
      /** @description How many of its open cases are mine, or free for me, and can be done now. */
      mine: number
      expectedMs: number | null
      /** @description The case to go on with; null where none is mine and free. */
      nextId: number | null
    }
    AttachmentInfo: {
      id: number
      name: string
      /** @description Where the runner says that it stood. */
      path: string | null
      /** @description Null where the report only names it: it was not delivered. */
      bytes: number | null
      mediaType: string | null
    }
    AttemptDetail: {
      ordinal: number
      outcome: components['schemas']['Outcome']
      durationMs: number | null
      startedAt: string | null
      failures: components['schemas']['Failure'][]
      reason: string | null
      stdout: string | null
      steps: components['schemas']['TestStep'][]
      stderr: string | null
      properties: {
        name: string
        value: string
      }[]
      attachments: components['schemas']['AttachmentInfo'][]
      file: string
    }
    /** @description What differs between an attempt that failed this way and the last good one of the same test. */
    AttemptFacts: {
      runId: number
      build: string
      environment: string
      at: string
      durationMs: number | null
      agent: string | null
      profile: string | null
      steps: number
      settings: {
        [key: string]: string
      }
    }
    /** @description Background work of the server. */
    BackgroundJobs: {
      /** @description Kinds of work, with how many jobs there are of each. */
      queues: {
        name: string
        due: number
        later: number
        active: number
        failed: number
        lastDone: string | null
      }[]
      /** @description Jobs that failed for the last time and wait for a person, newest first. */
      dead: {
        id: string
        name: string
        problem: string
        failedAt: string
        tries: number
      }[]
    }
    BatchDto: {
      /** @description 1, 2, 3 …: a batch is taken once, and in order. Without results it only says that the sender is still there. */
      number: number
      results: components['schemas']['LiveResultDto'][]
      /** @description What went wrong outside any test; tests that are missing because of it did not run. */
      faults?: components['schemas']['LiveFaultDto'][]
      /**
       * @description It is the last one, and the feed is closed with it: so that a runner that ends waits for one answer.
       * @enum {string}
       */
      close?: 'closed' | 'stopped'
    }
    BatchTaken: {
      batches: number
      /** @description Somebody asked the run to stop: the reporter tells its runner where it can. */
      stop: boolean
    }
    /** @description The first event of a stream. */
    Began: {
      /** @description Milliseconds for which nothing has changed: what a page read longer ago than that may be old. */
      quietMs: number
    }
    Board: {
      id: number
      name: string
      by: string
      mine: boolean
      shared: boolean
      lens: components['schemas']['BoardLens']
      tiles: components['schemas']['Tile'][]
      /** @description The path of its link for walls; null where it has none, or where it is somebody else's. */
      wall: string | null
      /** @description Whether it has a link for walls: who manages the project may revoke one. */
      onWall: boolean
    }
    BoardDto: {
      name: string
      /** @description Others of the project see it, too. */
      shared: boolean
      lens: components['schemas']['BoardLensDto']
      tiles: components['schemas']['TileDto'][]
    }
    /** @description A board, without what its tiles show. */
    BoardHead: {
      board: components['schemas']['Board']
      project: {
        slug: string
        name: string
      }
    }
    /** @description What a board looks through; what is left out is not narrowed. */
    BoardLens: {
      branch?: string
      environments?: string[]
      profile?: string
      release?: string
      span?: number
    }
    BoardLensDto: {
      branch?: string
      environments?: string[]
      profile?: string
      release?: string
      span?: number
    }
    BoardList: {
      rows: components['schemas']['Board'][]
    }
    /** @description What the tiles of a board show, asked for part by part: only that part is there, and says what its own page says. */
    BoardParts: {
      at: string
      brief: components['schemas']['Brief'] | null
      weave: components['schemas']['Weave'] | null
      days: components['schemas']['DayList'] | null
      flaky: components['schemas']['FlakyList'] | null
      slow: components['schemas']['SlowList'] | null
      areas: components['schemas']['AreaList'] | null
      /** @description The newest. */
      builds: components['schemas']['BuildList'] | null
      /** @description Those that are not resolved, the one with the most failures first. */
      causes: components['schemas']['FailureList'] | null
      activity: components['schemas']['ActivityList'] | null
    }
    /** @description A share with its bounds. */
    Bounds: {
      low: number
      high: number
    }
    Brief: {
      /** @description What is told is of runs since then; null for the newest of each lane, whatever its age. */
      since: string | null
      builds: number
      runs: number
      results: number
      sinceAt: string | null
      findings: components['schemas']['Finding'][]
      /** @description Runs looked at: the newest of each lane. */
      latest: {
        totals: components['schemas']['OutcomeTotals']
        failing: number
        newlyFailing: number
        id: number
        build: string
        commit: string | null
        lane: {
          id: number
          pipeline: string
          branch: string
          environment: string
        }
        at: string
      }[]
      areas: {
        lane: components['schemas']['LaneRef']
        points: components['schemas']['RunPoint'][]
        rows: {
          area: string
          thread: string
        }[]
      } | null
    }
    BriefLook: {
      /** @description When who asks looked at the Brief before; null where they never did. */
      before: string | null
    }
    BriefRun: {
      id: number
      build: string
      commit: string | null
      lane: {
        id: number
        pipeline: string
        branch: string
        environment: string
      }
      at: string
    }
    BuildDetail: {
      id: number
      build: string
      /** @description Paths that it changed against the build before, as its sender said; null where nobody said. */
      changedFiles: string[] | null
      /** @description Why it is red: causes over all its runs, the one with the most tests first. */
      causes: {
        id: number
        title: string
        cause: string | null
        resolved: boolean
        tests: number
      }[]
    }
    BuildList: {
      /** @description Pipelines with builds in the lens, the one with the most first. */
      pipelines: {
        name: string
        builds: number
      }[]
      pipeline: string | null
      /** @description Those that any of the builds ran in. */
      environments: string[]
      /** @description Newest first. */
      rows: components['schemas']['BuildRow'][]
    }
    BuildRow: {
      id: number
      build: string
      branch: string
      commit: string | null
      author: string | null
      address: string | null
      /** @description When its first run began. */
      at: string
      /** @description How many files it changed against the build before; null where nobody said. */
      changedFiles: number | null
      /** @description Causes of its failures. */
      causes: number
      /** @description Newest last. */
      runs: components['schemas']['BuildRun'][]
    }
    /** @description A run of a build, with how long it usually takes. */
    BuildRun: {
      id: number
      lane: components['schemas']['LaneRef']
      build: string
      commit: string | null
      /** @description Who made the change that was built, and the page of the build in its pipeline; null where nobody said. */
      author: string | null
      address: string | null
      startedAt: string
      deliveredAt: string
      durationMs: number
      totals: components['schemas']['OutcomeTotals']
      /** @description Results are still coming in. It is incomplete as long. */
      live: boolean
      incomplete: boolean
      /**
       * @description Whether all tests of the suite ran, or a part of them, as its sender says; null where nobody says.
       * @enum {string|null}
       */
      scope: 'whole' | 'partial' | null
      /** @description So many tests could not judge that the environment was at fault. */
      outage: boolean
      /** @description The first, the second … run of its build in its lane. */
      ordinal: number
      /** @description What its sender calls it among those; empty for one that needs no name. */
      key: string
      trigger: components['schemas']['RunTrigger']
      /** @description The run that it does again. */
      originRunId: number | null
      release: string | null
      /** @description What it was tested on: a browser, a device, an operating system. */
      profile: string | null
      /** @description It stays out of the record: no history, comparison or sum has it. */
      trial: boolean
      files: number
      /** @description Its details are never forgotten. */
      keep: boolean
      /** @description When its details were forgotten: output and attachments; outcomes and durations stay. */
      forgottenAt: string | null
      changes: {
        newlyFailing: number
        stillFailing: number
        fixed: number
        recovered: number
        newlySkipped: number
        gone: number
        notRun: number
        new: number
        unchanged: number
        notInRun: number
      } | null
      /** @description The median of the other runs of its lane in the lens that are over and no outage; null for fewer than three. */
      usualMs: number | null
    }
    BulkDto: {
      keys: string[]
      set: components['schemas']['BulkSetDto']
    }
    /** @description What is changed in all of them; what is left out stays as it is in each. */
    BulkSetDto: {
      priority?: number
      ownerId?: number | null
      areaId?: number | null
      state?: components['schemas']['CaseState']
      intent?: components['schemas']['CaseIntent']
      addTags?: string[]
      removeTags?: string[]
    }
    /**
     * @description Which cases of a plan are done by hand: none, those that no script verifies, or all.
     * @enum {string}
     */
    ByHand: 'none' | 'rest' | 'all'
    CalendarAddress: {
      /** @description Below the address of the server; whoever has it may read the calendar. */
      path: string
    }
    /** @description Something was done to cases, and can be undone by the number of the act. */
    CaseChange: {
      /** @description Null when nothing had to be changed. */
      actId: number | null
      cases: number
    }
    CaseDetail: {
      id: number
      key: string
      title: string
      areaId: number | null
      areaPath: string[]
      preconditions: string
      steps: components['schemas']['CaseStep'][]
      priority: number
      tags: string[]
      ownerId: number | null
      state: components['schemas']['CaseState']
      intent: components['schemas']['CaseIntent']
      /** @description How long it takes by hand, in seconds. */
      estimateS: number | null
      /** @description Keys of cases whose output it uses: its scripts run after theirs. */
      runsAfter: string[]
      version: number
      updatedAt: string
    }
    CaseDone: {
      outcome: components['schemas']['Verdict']
      runId: number
      scriptId: number
      next: {
        id: number
        key: string
        title: string
        assignmentId: number
      } | null
      /** @description The assignment is done with it. */
      allDone: boolean
    }
    CaseEditDto: {
      /** @description The version that was edited; a newer one on the server refuses the edit, and answers it. */
      version: number
      title?: string
      preconditions?: string
      steps?: components['schemas']['CaseStepDto'][]
      priority?: number
      tags?: string[]
      ownerId?: number | null
      areaId?: number | null
      /** @description Without it, a change of what the case says takes an approval away. */
      state?: components['schemas']['CaseState']
      intent?: components['schemas']['CaseIntent']
      /** @description How long it takes by hand, in seconds. */
      estimateS?: number | null
      /** @description Keys of cases whose output it uses: its scripts run after theirs. */
      runsAfter?: string[]
    }
    CaseEdited: {
      case: components['schemas']['CaseDetail']
      actId: number | null
    }
    /** @description What the filters may choose from. */
    CaseFacets: {
      tags: {
        name: string
        cases: number
      }[]
    }
    /**
     * @description What is meant to become of a case: a person carries it out, a script shall, a script does, or no script ever will.
     * @enum {string}
     */
    CaseIntent: 'byHand' | 'toAutomate' | 'automated' | 'never'
    CaseKeysDto: {
      keys: string[]
    }
    CaseList: {
      rows: components['schemas']['CaseRow'][]
      /** @description How many fit the search and filters; more than there are rows when the list is cut. */
      total: number
      /** @description How many cases the project has. */
      all: number
    }
    CaseRow: {
      key: string
      title: string
      areaId: number | null
      area: string | null
      priority: number
      tags: string[]
      owner: string | null
      state: components['schemas']['CaseState']
      intent: components['schemas']['CaseIntent']
      /** @description How long it takes by hand, in seconds. */
      estimateS: number | null
      updatedAt: string
      scripts: number
    }
    CaseScript: {
      script: components['schemas']['ScriptRef']
      link: components['schemas']['LinkInfo']
      histories: components['schemas']['ScriptHistory'][]
    }
    /** @enum {string} */
    CaseState: 'draft' | 'approved' | 'retired'
    CaseStep: {
      action: string
      expected: string
    }
    CaseStepDto: {
      action: string
      expected: string
    }
    /** @description Everything that somebody needs to do a case. */
    CaseToDo: {
      id: number
      assignment: components['schemas']['AssignmentRow']
      key: string
      title: string
      areaPath: string[]
      version: number
      position: number
      preconditions: string
      steps: {
        action: string
        expected: string
      }[]
      values: {
        [key: string]: string
      }
      /** @description Values that have to be filled in. */
      asked: string[]
      person: components['schemas']['ManualPerson'] | null
      state: components['schemas']['AssignedState']
      outcome: components['schemas']['Outcome'] | null
      attempts: number
      scriptId: number | null
      expectedMs: number | null
      draft: components['schemas']['ManualDraft']
      draftVersion: number
      draftAt: string | null
      draftBy: string | null
      files: components['schemas']['DraftFile'][]
      waitsFor: string | null
      /** @description What became of the case since it was assigned; null where it is as it was. */
      changed: {
        version: number
        retired: boolean
        deleted: boolean
        title: string
        steps: {
          action: string
          expected: string
        }[]
      } | null
      /**
       * @description Why nothing can be written into it; null where it can.
       * @enum {string|null}
       */
      closed: 'signedOff' | 'assignmentClosed' | null
      earlier: components['schemas']['EarlierResult'][]
      automated: components['schemas']['EarlierResult'][]
      /** @description The next that is mine, in this assignment or another. */
      next: {
        id: number
        key: string
        title: string
        assignmentId: number
      } | null
    }
    /**
     * @description What a person decided a failure group is.
     * @enum {string}
     */
    Cause: 'product' | 'script' | 'environment' | 'data' | 'flaky' | 'unknown'
    CauseDto: {
      /** @description That of the cause as it was seen; where somebody decided meanwhile the answer is a conflict. */
      version?: number
      /** @description Null takes the decision back. */
      cause?: components['schemas']['Cause'] | null
    }
    /** @description A reason as data; the words are made where it is shown. */
    CauseReason: {
      /** @enum {string} */
      code:
        | 'failedChecks'
        | 'errors'
        | 'manyAtOnce'
        | 'outage'
        | 'probe'
        | 'bothWays'
        | 'recovered'
        | 'comesAndGoes'
        | 'steady'
        | 'oneAgent'
        | 'oneEnvironment'
        | 'changedInStack'
        | 'testChanged'
        | 'testMoved'
        | 'network'
        | 'locator'
        | 'loading'
        | 'testBug'
        | 'expired'
        | 'missingData'
        | 'timeout'
        | 'decidedBefore'
      /** @description Which cause it speaks for. */
      cause: components['schemas']['Cause']
      /** @description How much, in units of log-odds. */
      weight: number
      /** @description A figure or a name that belongs to it. */
      value?: number | string
      of?: number
    }
    /** @enum {string} */
    Change: 'newlyFailing' | 'stillFailing' | 'fixed' | 'recovered' | 'newlySkipped' | 'gone' | 'notRun' | 'new' | 'unchanged' | 'notInRun'
    ChangeAssignmentDto: {
      people?: number[]
      /** @description Null is never. */
      dueAt?: string | null
    }
    ChangeEvent: {
      topics: components['schemas']['Topic'][]
      /** @description What was touched, as kind:id, where that is not much; otherwise everything of the topics may be. */
      subjects?: string[]
      /** @description Sums of a live run, so that a page shows them without asking. */
      live?: components['schemas']['LiveSums']
    }
    CloseAssignmentDto: {
      why: string
    }
    CloseFeedDto: {
      /** @description How many batches were sent in all. */
      batches: number
      /**
       * @description The runner ended because it was asked to stop.
       * @enum {string}
       */
      ended?: 'closed' | 'stopped'
    }
    Coming: {
      at: string
      /** @description By the clocks of the zone. */
      local: string
      /** @description Environments that are closed then, until when. */
      closed: {
        environment: string
        until: string
        note: string
      }[]
      /** @description Plans that start within a minute of it. */
      clashes: string[]
      /** @description Protected environments that schedules may not run in. */
      refused: string[]
    }
    CommentDto: {
      kind: components['schemas']['CommentKind']
      /** @description The id; run:script of a result, case:step of a step. */
      subject: string
      /** @description Markdown. */
      text: string
      /** @description Of a cause: goes to its defect in the tracker, too. Needs the right to decide. */
      toDefect?: boolean
    }
    CommentEditDto: {
      text: string
    }
    /**
     * @description What can be commented on.
     * @enum {string}
     */
    CommentKind: 'failure' | 'result' | 'step' | 'case' | 'run' | 'suite' | 'plan'
    CommentList: {
      rows: components['schemas']['CommentRow'][]
      following: boolean
      followers: number
      /** @description Who can be mentioned. */
      people: components['schemas']['PersonRef'][]
    }
    CommentRow: {
      id: number
      author: components['schemas']['PersonRef'] | null
      /** @description Markdown; empty where it was deleted. */
      text: string
      createdAt: string
      editedAt: string | null
      deletedAt: string | null
      mine: boolean
    }
    /**
     * @description What became of a test in one of two runs and in the other: worse, better, otherwise, in one only, the same.
     * @enum {string}
     */
    ComparedKind: 'worse' | 'better' | 'other' | 'onlyLeft' | 'onlyRight' | 'same'
    ComparedRow: {
      script: components['schemas']['ScriptRef']
      kind: components['schemas']['ComparedKind']
      left: components['schemas']['Outcome'] | null
      right: components['schemas']['Outcome'] | null
      /** @description What it said where it is red; of both, the right one. */
      message: string | null
    }
    Comparison: {
      left: components['schemas']['RunRow']
      right: components['schemas']['RunRow']
      counts: {
        worse: number
        better: number
        other: number
        onlyLeft: number
        onlyRight: number
        same: number
      }
      /** @description Of the kinds that were asked for. */
      rows: components['schemas']['ComparedRow'][]
      /** @description Rows beyond the most that are told. */
      more: number
    }
    CoverageSummary: {
      files: number
      linesCovered: number
      linesTotal: number
    }
    /** @description A test takes longer and longer, or less and less long. */
    Creep: {
      /** @constant */
      kind: 'creep'
      /** @description Per build (Theil-Sen). */
      slope: number
      /** @description Where the trend begins and ends, in the unit of the values. */
      before: number
      after: number
      /** @description Two-sided (Mann-Kendall). */
      p: number
    }
    DayList: {
      /** @description Oldest first; days without a run are not told. */
      days: components['schemas']['DayRow'][]
      by: components['schemas']['DayPart']
      /** @description The largest parts; the last may be all others together. */
      series: components['schemas']['DaySeries'][]
      others: components['schemas']['DaySeries'] | null
      /** @description The days that were chosen, or that stand out by themselves; null where none were and none do. */
      spike: {
        from: string
        to: string
        /** @description Somebody chose these days. */
        chosen: boolean
        failed: number
        errored: number
        /** @description The median of failures of all days. */
        usual: number
        explained: components['schemas']['Explanation'][]
      } | null
      /** @description Tests that failed most, on the chosen days or on all. */
      top: components['schemas']['DayTest'][]
      /** @description Over causes first seen in these days, in hours: until resolved, and until somebody decided what they are; medians, null where there is none. */
      lasting: {
        resolved: number
        untilResolvedH: number | null
        decided: number
        untilDecidedH: number | null
        open: number
      }
    }
    /** @enum {string} */
    DayPart: 'environment' | 'area' | 'suite' | 'file' | 'team' | 'cause' | 'pipeline'
    /** @description What happened on a day (UTC), over all runs in the lens that began on it. */
    DayRow: {
      /** @description `2026-11-24` */
      day: string
      runs: number
      /** @description Runs that count as an outage. */
      outages: number
      /** @description Results with a verdict: passed, failed, errored, recovered. */
      judged: number
      passed: number
      failed: number
      errored: number
      recovered: number
      /** @description Passed or recovered, of those with a verdict; with 95 % bounds (Wilson). Null where there is none. */
      rate: number | null
      bounds: components['schemas']['Bounds'] | null
      /** @description Tests that newly failed and that were fixed, run by run. */
      newlyFailing: number
      fixed: number
    }
    /** @description A part of all failures, day by day in the order of the days. */
    DaySeries: {
      /** @description Null for what has none, for example no case and so no area. */
      name: string | null
      failed: number[]
      errored: number[]
    }
    DayTest: {
      script: components['schemas']['ScriptRef']
      failed: number
      errored: number
      /** @description On how many of the chosen days. */
      days: number
      lastRunId: number
    }
    DecideDto: {
      scripts: number[]
      /**
       * @description Make a case for each that has none, set them aside, or list them as tests without a case again.
       * @enum {string}
       */
      decision: 'make' | 'aside' | 'ask'
      /** @description Names of the area in which cases are made, outermost first; by itself the rules of the project say which. */
      area?: string[]
    }
    /** @description How many tests came that no case claims, by what was decided about them as the project chose. */
    Decided: {
      /** @description A case was made for each. */
      make: number
      /** @description They were set aside. */
      aside: number
      /** @description They wait for a person. */
      ask: number
    }
    /** @description One of those tests. */
    Decision: {
      scriptId: number
      name: string
      /** @description The file, class or suite it stands in. */
      place: string | null
      decision: components['schemas']['UnknownTests']
      /** @description Keys of its cases now, whoever linked them. */
      cases: string[]
    }
    /** @description A new defect, filled in. */
    DefectDraft: {
      title: string
      text: string
      picture: {
        id: number
        name: string
      } | null
      tracker: string | null
      likely: components['schemas']['DefectRef'][]
    }
    DefectFound: {
      key: string
      title: string
      /** @enum {string} */
      state: 'open' | 'closed' | 'gone'
      stateName: string
      url: string | null
    }
    DefectRef: {
      id: number
      /** @description Null until the tracker has taken it. */
      key: string | null
      title: string
      url: string | null
      /** @enum {string} */
      state: 'open' | 'closed' | 'gone'
      /** @description As the tracker calls it. */
      stateName: string
      /** @description What keeps the tracker from being told, or asked. */
      problem: string | null
    }
    DefectSearch: {
      rows: components['schemas']['DefectFound'][]
      /** @description Why the tracker could not be asked; those that are known here are shown all the same. */
      problem: string | null
    }
    DefectStateDto: {
      open: boolean
      comment: string
    }
    DeliveredFile: {
      name: string
      /**
       * @description `passedOver`: it lay beside result files, and is none. `attached`: likewise, but one of them names it.
       * @enum {string}
       */
      status: 'stored' | 'already' | 'refused' | 'passedOver' | 'attached'
      format: string | null
      totals: components['schemas']['OutcomeTotals'] | null
      faults: components['schemas']['Fault'][]
      warnings: components['schemas']['Warning'][]
      /** @description Of a coverage file, which holds no results. */
      coverage: components['schemas']['CoverageSummary'] | null
      /** @description Declared keys that no case has, with the test that declares each. */
      unknownKeys: {
        key: string
        test: string
      }[]
      error: {
        code: string
        message: string
      } | null
    }
    DeliveryDetail: {
      id: number
      state: components['schemas']['DeliveryState']
      /** @description What kept it from being read the last time. */
      problem: string | null
      /** @description Files that wait to be read. */
      waiting: number
      at: string
      by: string
      source: string
      target: components['schemas']['DeliveryPlace']
      run: components['schemas']['DeliveryRun'] | null
      undone: {
        at: string
        by: string
      } | null
      made: components['schemas']['Made'][]
      notes: string[]
      newScripts: number
      decided: components['schemas']['Decided']
      /** @description The first two hundred of these tests. */
      decisions: components['schemas']['Decision'][]
      /** @description What went wrong first; at most a thousand. */
      files: components['schemas']['DeliveryFile'][]
      fileCount: number
    }
    /** @description A delivered file, and what became of it. */
    DeliveryFile: {
      name: string
      format: string | null
      totals: components['schemas']['OutcomeTotals'] | null
      faults: components['schemas']['Fault'][]
      warnings: components['schemas']['Warning'][]
      /** @description Of a coverage file, which holds no results. */
      coverage: components['schemas']['CoverageSummary'] | null
      /** @description Declared keys that no case has, with the test that declares each. */
      unknownKeys: {
        key: string
        test: string
      }[]
      error: {
        code: string
        message: string
      } | null
      id: number
      /** @description `undone`: it was stored, and taken out again with its delivery. */
      status: ('stored' | 'already' | 'refused' | 'passedOver' | 'attached') | 'undone'
      framework: string | null
      /** @description Its size in bytes; 0 where it was never read to its end. */
      bytes: number
      /** @description The file is kept as it came: it can be downloaded and read again. */
      original: boolean
      readAt: string
    }
    /** @description Where a delivery belongs, by names. */
    DeliveryPlace: {
      pipeline: string
      build: string
      branch: string
      environment: string
      commit: string | null
      /** @description What the run is called among those of its build; empty without a name. */
      run: string
      trial: boolean
    }
    DeliveryReport: {
      deliveryId: number
      /**
       * @description `waiting`: its files are stored and will be read; its report can be asked for then.
       * @enum {string}
       */
      state: 'read' | 'waiting'
      run: components['schemas']['DeliveryRun'] | null
      made: components['schemas']['Made'][]
      notes: string[]
      files: components['schemas']['DeliveredFile'][]
      newScripts: number
      decided: components['schemas']['Decided']
      /** @description Against the build before; null where nothing was stored, and while more is to come. */
      changes: {
        newlyFailing: number
        stillFailing: number
        fixed: number
        recovered: number
        newlySkipped: number
        gone: number
        notRun: number
        new: number
        unchanged: number
        notInRun: number
      } | null
    }
    /** @description A delivery in the list: its files counted by what became of them. */
    DeliveryRow: {
      id: number
      at: string
      by: string
      source: string
      runId: number | null
      build: string | null
      lane: components['schemas']['LaneRef'] | null
      undone: boolean
      state: components['schemas']['DeliveryState']
      files: {
        stored: number
        already: number
        refused: number
        passedOver: number
        attached: number
      }
      results: number
      faults: number
      /** @description The first few, with the reason. */
      refused: {
        name: string
        error: string
      }[]
    }
    /** @description The run that a delivery belongs to. */
    DeliveryRun: {
      id: number
      build: string
      lane: components['schemas']['LaneRef']
      totals: components['schemas']['OutcomeTotals']
      /** @description More is to come: shards, or reporters that are still sending. */
      live: boolean
      incomplete: boolean
    }
    /**
     * @description Where a delivery is on its way: still coming in, stored and waiting to be read, being read, read; or given up after several tries.
     * @enum {string}
     */
    DeliveryState: 'coming' | 'waiting' | 'reading' | 'read' | 'failed'
    /** @description A displayed figure that a recount from raw results does not confirm. */
    DifferingFigure: {
      /** @description Where it is shown, as `flaky: flips`. */
      figure: string
      /** @description What it is of: a test, a day, a run, an area. */
      of: string
      shown: string
      recounted: string
    }
    DraftDto: {
      steps: components['schemas']['StepDraftDto'][]
      verdict: components['schemas']['Verdict'] | null
      comment: string
      /** @description Those that were left open, by name. */
      values: {
        [key: string]: string
      }
      spentMs: number
      /** @description What can be undone. */
      past: {
        step: number | null
        verdict: components['schemas']['Verdict'] | null
      }[][]
    }
    DraftFile: {
      id: number
      step: number | null
      name: string
      mediaType: string
      bytes: number
    }
    DraftSaved: {
      draftVersion: number
    }
    /** @description A result of the same case before, by hand or by a script. */
    EarlierResult: {
      runId: number
      scriptId: number
      script: string
      build: string
      environment: string
      profile: string | null
      outcome: components['schemas']['Outcome']
      durationMs: number | null
      at: string
      by: string | null
    }
    /** @description Where the system under test runs, and what runs there need. */
    Environment: {
      id: number
      name: string
      /** @description Of the system under test. */
      address: string | null
      attributes: {
        [key: string]: string
      }
      /** @description Handed to runs in the environment of their process. */
      variables: {
        [key: string]: string
      }
      /** @description Names of secrets; their values are never shown again. */
      secrets: {
        name: string
        setAt: string
      }[]
      /** @description What it can be tested with; none is every profile. */
      profiles: string[]
      /** @description Who automated runs sign in as there. */
      runAs: string | null
      maintenance: components['schemas']['MaintenanceWindow'][]
      probe: {
        url: string
        status: number | null
        text: string | null
      } | null
      /** @description What the last probe said; null before the first. */
      probed: {
        at: string
        ok: boolean
        said: string
      } | null
      protected: boolean
      /** @description While it is protected: open for runs until then. */
      open: {
        until: string
        by: string
        reason: string
      } | null
      /** @description Whether schedules may run in it while it is protected and open. */
      schedules: boolean
      /** @description Runs that it has; one with runs can't be deleted. */
      runs: number
    }
    EnvironmentDto: {
      name: string
      address?: string | null
      attributes: {
        [key: string]: string
      }
      variables: {
        [key: string]: string
      }
      profiles: string[]
      runAs?: string | null
      maintenance: components['schemas']['WindowDto'][]
      probeUrl?: string | null
      /** @description The status that a probe must be answered with; 200 to 299 without one. */
      probeStatus?: number | null
      /** @description A text that the answer must hold. */
      probeText?: string | null
      protected: boolean
      schedules: boolean
    }
    EnvironmentList: {
      rows: components['schemas']['Environment'][]
      profiles: components['schemas']['Profile'][]
    }
    Expected: {
      build: string
      /** @description Tests that the build before had and this one has not yet. */
      tests: number
      /** @description How long they will take at the pace so far, in milliseconds; null until there is a pace. */
      remainingMs: number | null
    }
    ExpectedDto: {
      on: boolean
    }
    Explanation: {
      part: components['schemas']['DayPart']
      /** @description The fewest values that make most of it, the largest first. */
      values: {
        name: string
        count: number
      }[]
      /** @description What they make of the failures; 0 to 1. */
      share: number
      /** @description What the same values make of the failures elsewhere; null where there are none. */
      usualShare: number | null
    }
    /** @description One thing a test said went wrong. One attempt can hold several (soft assertions, a failing tear-down after a failing test). */
    Failure: {
      message: string | null
      type: string | null
      stack: string | null
      /** @description What the check wanted and what it found, where the file says so apart from the message. */
      expected?: string | null
      actual?: string | null
    }
    /** @description A commit since the last good build of the tests. */
    FailureCommit: {
      build: string
      commit: string | null
      author: string | null
      at: string
      runId: number
      /** @description Those on the stack first, then those that its tests cover. */
      changedFiles: {
        path: string
        onStack: boolean
        covered: boolean
      }[]
      files: number
    }
    /** @description What was decided: the act by which it can be undone, and the version to send with the next decision. */
    FailureDecided: {
      id: number
      actId: number | null
      version: number
    }
    FailureDetail: {
      row: components['schemas']['FailureRow']
      reasons: components['schemas']['CauseReason'][]
      example: components['schemas']['FailureExample'] | null
      tests: components['schemas']['FailureTest'][]
      totalTests: number
      /** @description Said when it was resolved, by a person or by Bobbin. */
      resolvedNote: string | null
      variants: components['schemas']['FailureVariant'][]
      merged: {
        id: number
        title: string
      }[]
      lastGood: {
        build: string
        runId: number
      } | null
      commits: components['schemas']['FailureCommit'][]
      /** @description Blocked tests and failures that only follow it, in its newest run. */
      following: {
        script: components['schemas']['ScriptRef']
        rule: components['schemas']['KnockOnRule']
        outcome: components['schemas']['Outcome']
      }[]
      /** @description Everywhere and for ever. */
      firstSeenAt: string
      lastSeenAt: string | null
      allBuilds: number
      allTests: number
      mutes: components['schemas']['Mute'][]
      /** @description Who likely has it: by area or source folder. */
      likelyOwners: {
        team: components['schemas']['PersonRef'] | null
        person: components['schemas']['PersonRef'] | null
        why: string
      }[]
      passingWhileOpen: number
    }
    FailureExample: {
      runId: number
      script: components['schemas']['ScriptRef']
      ordinal: number
      message: string
      type: string | null
      stack: string
      stdout: string
      picture: {
        id: number
        name: string
      } | null
      bad: components['schemas']['AttemptFacts']
      good: components['schemas']['AttemptFacts'] | null
      goodStdout: string
    }
    FailureList: {
      /** @description The first 500. */
      rows: components['schemas']['FailureRow'][]
      /** @description How many fit the filter. */
      fitting: number
      /** @description Of all causes in the lens, whatever filter holds. */
      counts: {
        untriaged: number
        known: number
        muted: number
        resolved: number
      }
      causes: number
      failures: number
      oldestUntriagedAt: string | null
    }
    FailureRow: {
      id: number
      title: string
      state: components['schemas']['GroupState']
      cause: components['schemas']['Cause'] | null
      suggested: {
        cause: components['schemas']['Cause']
        sure: number
      } | null
      assignee: components['schemas']['PersonRef'] | null
      team: components['schemas']['PersonRef'] | null
      defect: components['schemas']['DefectRef'] | null
      failWhileOpen: boolean
      mute: components['schemas']['Mute'] | null
      resolvedAt: string | null
      resolvedByItself: boolean
      /** @description Seen again after it was resolved. */
      backAt: string | null
      /** @description Counts decisions; to be sent with the next one. */
      version: number
      decidedBy: string | null
      decidedAt: string | null
      /** @description Different tests that failed this way, without knock-on failures. */
      tests: number
      /** @description Results that failed, errored or passed only when tried again. */
      failures: number
      /** @description Failures and blocked tests that only follow it. */
      knockOn: number
      /** @description Where every failure of it only follows others: the cause behind them. */
      behind: {
        id: number
        title: string
      } | null
      outcome: components['schemas']['Outcome']
      areas: string[]
      environments: string[]
      since: {
        build: string
        commit: string | null
        runId: number
        at: string
      }
      last: {
        build: string
        runId: number
        at: string
      }
      /** @description The newest builds of the pipeline and branch where it was seen last, oldest first. */
      strip: components['schemas']['StripBuild'][]
      /** @description Builds of the strip's pipeline in the lens, with this cause and in all. */
      seenIn: number
      buildsSeen: number
    }
    /** @description A test of a cause. */
    FailureTest: {
      script: components['schemas']['ScriptRef']
      cases: string[]
      failures: number
      /** @description A digit a build, as the outcome codes; 0 where it has no result. */
      thread: string
      runId: number
      /** @description It only follows another test of the run. */
      behind: {
        name: string
        rule: components['schemas']['KnockOnRule']
      } | null
      /** @description It fails only after another test in the same process. */
      after: {
        name: string
        failed: number
        ran: number
        otherwise: number
      } | null
      quarantined: boolean
      /** @description Newest result passed. */
      passesNow: boolean
    }
    FailureVariant: {
      signatureId: number
      message: string
      failures: number
    }
    /** @description Something that went wrong outside any test. It makes the run incomplete: tests that are missing because of it are not run, not gone. */
    Fault: {
      code: components['schemas']['FaultCode']
      /** @description What it happened in: a file, a suite, a hook. */
      subject: string
      message: string | null
      stack: string | null
      place: components['schemas']['Place']
    }
    /** @enum {string} */
    FaultCode: 'load' | 'hook' | 'suite' | 'undelivered' | 'bailOut' | 'plan' | 'crash'
    FaultRow: {
      code: components['schemas']['FaultCode']
      /** @description What it happened in: a file, a suite, a hook. */
      subject: string
      message: string | null
      stack: string | null
      place: components['schemas']['Place']
      file: string
    }
    FeedClosed: {
      runId: number
      /** @description Other feeds are open, or announced shards missing. */
      live: boolean
    }
    /** @description What a sender learns when it opens its feed, or opens it again. */
    FeedOpened: {
      id: number
      runId: number
      /** @description Batches that are taken: the next one has the number after it. */
      batches: number
      /** @description Somebody asked the run to stop. */
      stop: boolean
    }
    /** @description One sender of a live run. */
    FeedRow: {
      id: number
      name: string
      framework: string | null
      /** @description How many results it will send, where the runner says so. */
      planned: number | null
      results: number
      openedAt: string
      /** @description When it last sent something. */
      heardAt: string
      /** @enum {string|null} */
      ended: 'closed' | 'stopped' | 'interrupted' | null
      closedAt: string | null
    }
    /** @description A field of a change, in words. */
    FieldChange: {
      field: string
      from: string
      to: string
    }
    FiguresRecount: {
      /** @description How many figures were compared. */
      checked: number
      differing: components['schemas']['DifferingFigure'][]
      /** @description Raw results that were read for it. */
      results: number
    }
    FileWarnings: {
      file: string
      warnings: components['schemas']['Warning'][]
    }
    /** @description What the Brief found; the words are made where it is shown. */
    Finding:
      | {
          /** @constant */
          kind: 'newlyFailing'
          run: components['schemas']['BriefRun']
          /** @description Without those that are proven flaky, unless they fail so seldom that it can't be chance. */
          count: number
          /** @description Newly failing, too, and proven flaky: its page lists them with the others. */
          flaky: number
          areas: string[]
          causes: number
          largest: components['schemas']['AlikeFailures'] | null
        }
      | {
          /** @constant */
          kind: 'outage'
          run: components['schemas']['BriefRun']
          count: number
          total: number
          message: string | null
          over: boolean
        }
      | {
          /** @constant */
          kind: 'incomplete'
          run: components['schemas']['BriefRun']
          faults: number
          notRun: number
          subject: string
        }
      | {
          /** @constant */
          kind: 'stillFailing'
          run: components['schemas']['BriefRun']
          count: number
          sinceBuild: string | null
          sinceRunId: number | null
        }
      | {
          /** @constant */
          kind: 'untriaged'
          count: number
        }
      | {
          /** @constant */
          kind: 'recovered'
          run: components['schemas']['BriefRun']
          count: number
          worst: {
            name: string
            scriptId: number
            times: number
            of: number
          } | null
        }
      | {
          /** @constant */
          kind: 'fixed'
          run: components['schemas']['BriefRun']
          count: number
          flaky: number
        }
      | {
          /** @constant */
          kind: 'newlySkipped'
          run: components['schemas']['BriefRun']
          count: number
        }
      | {
          /** @constant */
          kind: 'gone'
          run: components['schemas']['BriefRun']
          count: number
        }
      | {
          /** @constant */
          kind: 'new'
          run: components['schemas']['BriefRun']
          count: number
        }
      | {
          /** @constant */
          kind: 'unsteady'
          run: components['schemas']['BriefRun']
          failed: number
          passed: number
          worst: {
            name: string
            scriptId: number
            share: number
          }
        }
      | {
          /** @constant */
          kind: 'flaky'
          proven: number
          maybe: number
          redAlone: number
          retryMs: number
        }
      | {
          /** @constant */
          kind: 'slower'
          count: number
          costMs: number
          worst: components['schemas']['SlowerTest']
        }
      | {
          /** @constant */
          kind: 'silentScripts'
          count: number
        }
      | {
          /** @constant */
          kind: 'mine'
          failures: number
          unread: number
        }
      | {
          /** @constant */
          kind: 'next'
          planId: number
          name: string
          at: string
        }
      | {
          /** @constant */
          kind: 'silent'
          environment: string
          days: number
          lastRunId: number
        }
      | {
          /** @constant */
          kind: 'unlinked'
          count: number
          total: number
        }
      | {
          /** @constant */
          kind: 'unknownKeys'
          count: number
          keys: string[]
        }
      | {
          /** @constant */
          kind: 'uncovered'
          count: number
          total: number
        }
    FinishScanDto: {
      /** @description How many tests were sent: a scan of which some are missing is not finished. */
      tests: number
      /** @description Files that could not be read: their tests are not gone. */
      unread: components['schemas']['UnreadFileDto'][]
      /** @description Tell what would change, and change nothing. */
      dryRun?: boolean
      /** @description Take in a commit that is older than the last one. */
      force?: boolean
    }
    FirstRun: {
      /** @description Nobody has an account yet: whoever comes first makes one. */
      needed: boolean
    }
    FirstRunDto: {
      /** @description The project in addresses: small letters, digits and dashes. */
      slug: string
      name: string
      /** @description What the keys of its cases begin with: FERRY makes FERRY-101. */
      keyPrefix: string
      /** Format: email */
      email: string
      person: string
      kind: components['schemas']['AccountKind']
      /** @description At least 10 characters, as long as you like. */
      password: string
      /** @description What the server says when it starts without an account. */
      code: string
    }
    FlakyList: {
      rows: components['schemas']['FlakyRow'][]
      proven: number
      maybe: number
      /** @description Tests that failed, and are steady by the rules. */
      steady: number
      retryMs: number
      redAlone: number
    }
    /** @description A test that passes and fails, or passed only when it was tried again, in what the lens shows. */
    FlakyRow: {
      script: components['schemas']['ScriptRef']
      cases: string[]
      /** @enum {string} */
      steadiness: 'proven' | 'maybe'
      runs: number
      failed: number
      recovered: number
      /** @description Failed in the first try, of all runs; with 95 % bounds (Wilson). */
      share: number
      bounds: components['schemas']['Bounds']
      flips: number
      /** @description Commits on which it passed and failed in one environment. */
      bothWays: number
      since: string
      last: {
        runId: number
        build: string
        at: string
      }
      /** @description Where it failed, of where it ran. */
      environments: string[]
      environmentsOfRuns: number
      /** @description Time of tries that were made again, in the lens. */
      retryMs: number
      /** @description Runs that were red because of it alone. */
      redAlone: number
      /** @description How likely a build without a fault is red if all tests of its run were like it. */
      redIfAll: number
      quarantined: boolean
      /** @description The cause of its last failure, where it is decided on; null where none was found. */
      groupId: number | null
      /** @description A digit a build of the lane where it failed last, as the outcome codes; 0 where it has no result. */
      thread: string
    }
    FollowDto: {
      kind: components['schemas']['CommentKind']
      /** @description The id; run:script of a result, case:step of a step. */
      subject: string
      on: boolean
    }
    /** @description One forgetting, and what it freed. */
    Forgetting: {
      at: string
      /** @description Null when it was the nightly one. */
      by: string | null
      runs: number
      attempts: number
      texts: number
      attachments: number
      files: number
    }
    FromTemplateDto: {
      template: string
      /** @description Which of its cases, by their places from 0; all where none are named. */
      places?: number[]
      /** @description The area that the template's own area is made in; the top where none is named. */
      areaId?: number | null
    }
    /**
     * @description How far a failure group is: nobody decided anything, somebody did, it is muted, or it is over.
     * @enum {string}
     */
    GroupState: 'untriaged' | 'known' | 'muted' | 'resolved'
    HandOnDto: {
      /** @description Assigned cases that are not done. */
      cases: number[]
      /** @description Whom they go to; null is whoever takes them. */
      accountId?: number | null
    }
    /** @description An outside pipeline that parts can be handed to by an HTTP request. */
    Handoff: {
      id: number
      name: string
      /** @description Null for who may not manage the project: both may hold secrets. */
      url: string | null
      template: string | null
      signed: boolean
    }
    HandoffDto: {
      name: string
      url: string
      /** @description The body of the request, with places such as {run} and {token}. */
      template: string
      /** @description Signs each request (HMAC-SHA256); left out, the one that is kept stays. */
      secret?: string | null
    }
    HandoffList: {
      rows: components['schemas']['Handoff'][]
    }
    HeldDto: {
      part: number
      lease: string
    }
    ImportPreview: {
      rows: components['schemas']['ImportRow'][]
      make: number
      change: number
      same: number
      refuse: number
      columns: string[]
      /** @description Headings that mean nothing here. */
      ignored: string[]
      /** @description Areas that would be made. */
      newAreas: string[]
    }
    /** @description What a row of an imported table does. */
    ImportRow: {
      line: number
      /** @enum {string} */
      action: 'make' | 'change' | 'same' | 'refuse'
      key: string | null
      title: string
      changes: {
        field: string
        from: string
        to: string
      }[]
      problems: string[]
    }
    Imported: {
      /** @description Null when nothing had to be changed. */
      actId: number | null
      cases: number
      made: number
      changed: number
      left: number
    }
    InvitationAccepted: {
      /** @description The short name of the project. */
      project: string
    }
    /** @description Somebody who may join a project by a link. */
    InvitationRow: {
      id: number
      email: string
      /** @description What they become. */
      role: string
      invitedBy: string
      createdAt: string
      expiresAt: string
    }
    InvitationSecretDto: {
      /** @description What stands behind the # of the link. */
      secret: string
    }
    /** @description What the holder of a link sees. */
    InvitationSeen: {
      project: string
      email: string
      invitedBy: string
    }
    /** @description From one build on a test takes longer, or less long. */
    Jump: {
      /** @constant */
      kind: 'jump'
      /** @description The index of the first value of what is new. */
      index: number
      /** @description Medians before and after, in the unit of the values. */
      before: number
      after: number
      /** @description Two-sided chance of such a difference between the two parts (Mann-Whitney), before the choice of the place is considered. */
      p: number
    }
    /**
     * @description Why a failure only follows another.
     * @enum {string}
     */
    KnockOnRule: 'blocked' | 'hook' | 'chain' | 'order'
    /** @description Where builds are compared with each other: one pipeline, branch and environment. */
    LaneRef: {
      id: number
      pipeline: string
      branch: string
      environment: string
    }
    /** @description What there is to look through in a project. */
    LensOptions: {
      branches: {
        name: string
        builds: number
      }[]
      environments: {
        name: string
        protected: boolean
      }[]
      pipelines: {
        name: string
      }[]
      releases: {
        name: string
      }[]
      /** @description Browsers, devices and operating systems that runs were made on. */
      profiles: {
        name: string
      }[]
      /** @description Builds of what the lens shows that are older than its span: none of their runs is seen. */
      olderBuilds: number
    }
    /** @description One run of a test. */
    LifeInstance: {
      runId: number
      build: string
      commit: string | null
      at: string
      lane: components['schemas']['LaneRef']
      profile: string | null
      /** @description The agent, where all of the run was done by one. */
      agent: string | null
      outage: boolean
      outcome: components['schemas']['Outcome']
      durationMs: number | null
      attempts: number
      /** @description The beginning of what it said. */
      message: string | null
    }
    /** @description Something that was done about a test, or that changed about it. */
    LifeMark:
      | {
          /** @constant */
          kind: 'renamed'
          from: string
          at: string
        }
      | {
          /** @constant */
          kind: 'quarantined'
          by: string | null
          reason: string
          at: string
        }
      | {
          /** @constant */
          kind: 'released'
          /** @enum {string|null} */
          why: 'passed' | 'person' | null
          at: string
        }
      | {
          /** @constant */
          kind: 'muted'
          by: string | null
          reason: string
          at: string
        }
      | {
          /** @constant */
          kind: 'decided'
          by: string | null
          cause: string
          title: string
          groupId: number
          at: string
        }
      | {
          /** @constant */
          kind: 'resolved'
          title: string
          groupId: number
          at: string
        }
      | {
          /** @constant */
          kind: 'pace'
          pace: components['schemas']['Jump'] | components['schemas']['Creep']
          lane: components['schemas']['LaneRef']
          build: string
          at: string
        }
    LinkDecisionDto: {
      script: number
      case: string
      /** @enum {string} */
      verdict: 'accept' | 'reject'
    }
    LinkDecisionsDto: {
      decisions: components['schemas']['LinkDecisionDto'][]
    }
    LinkDefectDto: {
      /** @description As the tracker calls it; null unlinks. */
      key?: string | null
    }
    LinkInfo: {
      caseKey: string
      caseTitle: string
      /** @enum {string} */
      origin: 'declared' | 'rule' | 'suggested' | 'manual'
      /** @enum {string} */
      state: 'active' | 'suggested' | 'rejected' | 'broken'
    }
    LiveAttachmentDto: {
      name: string
      mediaType?: string | null
      content: components['schemas']['LiveContentDto']
    }
    LiveContentDto: {
      text: string
      /** @enum {string} */
      encoding: 'utf8' | 'base64'
    }
    LiveFailureDto: {
      message?: string | null
      type?: string | null
      stack?: string | null
    }
    LiveFaultDto: {
      /** @enum {string} */
      code: 'load' | 'hook' | 'suite' | 'undelivered' | 'bailOut' | 'plan' | 'crash'
      /** @description What it happened in: a file, a hook. */
      subject: string
      message?: string | null
      stack?: string | null
    }
    /** @enum {string} */
    LiveOutcome: 'passed' | 'failed' | 'errored' | 'skipped' | 'blocked' | 'notRun'
    LivePropertyDto: {
      name: string
      value: string
    }
    LiveResultDto: {
      name: string
      /** @description Names of the enclosing suites, outermost first. */
      suites?: string[]
      classname?: string | null
      /** @description Path of the source file from the root of the repository. */
      file?: string | null
      /** @description What it is tested on: a browser, a device. */
      profile?: string | null
      /** @description 2, 3 … for further tests of the same name in the same place. */
      occurrence?: number
      outcome: components['schemas']['LiveOutcome']
      durationMs?: number | null
      /** @description Milliseconds since the epoch. */
      startedAt?: number | null
      failures?: components['schemas']['LiveFailureDto'][]
      /** @description Why it was skipped, blocked or not run. */
      reason?: string | null
      stdout?: string | null
      stderr?: string | null
      properties?: components['schemas']['LivePropertyDto'][]
      steps?: components['schemas']['LiveStepDto'][]
      /** @description Small ones; others are delivered. */
      attachments?: components['schemas']['LiveAttachmentDto'][]
    }
    LiveStepDto: {
      /** @description How many steps are around it: steps come in the order in which they ran. */
      level?: number
      /** @description What kind of step it is: `Given`, `Before`. */
      keyword?: string | null
      text: string
      outcome: components['schemas']['LiveOutcome']
      durationMs?: number | null
      message?: string | null
    }
    /** @description Sums of a live run, sent to open pages as they change. */
    LiveSums: {
      runId: number
      live: boolean
      totals: components['schemas']['OutcomeTotals']
    }
    /** @description What a delivery had to make, so that a mistyped name is seen. */
    Made: {
      /** @enum {string} */
      kind: 'pipeline' | 'environment' | 'build' | 'release' | 'run'
      name: string
    }
    /** @description The link ends in the secret, which is shown this once; a link that was mailed is shown to nobody else. */
    MadeInvitation: {
      invitation: components['schemas']['InvitationRow']
      secret: string | null
      /** @description It was sent by mail, too. */
      mailed: boolean
    }
    MadeProject: {
      project: components['schemas']['ProjectInfo']
    }
    /** @description A link that sets a password anew; it ends in the secret, which is shown this once. */
    MadeResetLink: {
      secret: string
      expiresAt: string
    }
    /** @description The secret is shown this once; only its hash is kept. */
    MadeToken: {
      token: components['schemas']['TokenRow']
      secret: string
    }
    /** @description A time in which an environment takes no run: once, at a moment, or again and again. */
    MaintenanceWindow: {
      note: string
      minutes: number
      at?: string
      recurrence?: components['schemas']['Recurrence']
    }
    /** @description A case that is being done by hand: kept after each change, so that it can be gone on with anywhere. */
    ManualDraft: {
      steps: components['schemas']['StepDraft'][]
      /** @description Of the case as a whole, where somebody gave it; it holds whatever its steps say. */
      verdict: components['schemas']['Verdict'] | null
      comment: string
      /** @description Values that the plan left open. */
      values: {
        [key: string]: string
      }
      /** @description Time spent so far, in milliseconds, without pauses. */
      spentMs: number
      /** @description Acts that can be undone, the newest last. */
      past: {
        step: number | null
        verdict: components['schemas']['Verdict'] | null
      }[][]
    }
    ManualPerson: {
      id: number
      name: string
      /** @description Left the project: what was theirs is free for others. */
      gone: boolean
    }
    /** @description A case that rows of a mapping name. */
    MappingCase: {
      key: string
      title: string
      /** @description Names of its areas, outermost first. */
      areas: string[]
      intent: components['schemas']['CaseIntent']
      state: components['schemas']['CaseState']
    }
    MappingCounts: {
      scripts: number
      unlinked: number
      /** @description Without a case, with a suggestion that is sure. */
      sure: number
      /** @description Without a case, with suggestions of which none is sure. */
      choose: number
      broken: number
      stale: number
      /** @description Linked to a case whose words changed since. */
      reworded: number
      /** @description Linked to a case that is retired. */
      retired: number
      silent: number
      moved: number
      duplicate: number
      unknownKeys: number
      /** @description Declaring a key that another script declares, where a key belongs to one script. */
      claimedTwice: number
      /** @description Pairs of cases that say nearly the same. */
      alike: number
      /** @description Renames that a person has to decide. */
      questions: number
      /** @description Cases to be automated that no script verifies. */
      toAutomate: number
    }
    MappingDecided: {
      links: number
      actId: number | null
    }
    /**
     * @description Which scripts of the mapping are shown: those with something to be done about them, or those that are done.
     * @enum {string}
     */
    MappingFilter:
      | 'unlinked'
      | 'sure'
      | 'choose'
      | 'broken'
      | 'stale'
      | 'reworded'
      | 'retired'
      | 'silent'
      | 'moved'
      | 'duplicate'
      | 'unknownKeys'
      | 'claimedTwice'
      | 'linked'
    /** @enum {string} */
    MappingFinding: 'broken' | 'stale' | 'reworded' | 'retired' | 'silent' | 'moved' | 'duplicate' | 'unknownKeys' | 'claimedTwice'
    MappingList: {
      rows: components['schemas']['MappingRow'][]
      total: number
      cases: components['schemas']['MappingCase'][]
    }
    MappingOverview: {
      counts: components['schemas']['MappingCounts']
      suggesting: components['schemas']['Suggesting']
      /** @description From here on a suggestion is called sure. */
      sureFrom: number
      questions: components['schemas']['MappingQuestion'][]
      /** @description When the newest scan was finished; null where none was. */
      scannedAt: string | null
    }
    /** @description Two scripts that may be one, renamed. */
    MappingQuestion: {
      id: number
      old: {
        id: number
        name: string
        file: string | null
        cases: string[]
      }
      new: {
        id: number
        name: string
        file: string | null
      }
      sure: number
      reasons: string[]
    }
    /** @description A script in code, or one that only results name, with the cases that it verifies or may verify. */
    MappingRow: {
      id: number
      name: string
      suites: string[]
      file: string | null
      line: number | null
      framework: string | null
      /** @description It stands in code, as a scan found it. */
      scanned: boolean
      /** @description How many rows and profiles it has. */
      variants: number
      /** @description Of the newest 30 runs of the project, the last that has a result of it; null where none has. */
      lastOutcome: components['schemas']['Outcome'] | null
      links: components['schemas']['LinkInfo'][]
      suggestions: components['schemas']['MappingSuggestion'][]
      findings: components['schemas']['MappingFinding'][]
      /** @description Where it stood or what it was called before. */
      was: string | null
      movedAt: string | null
      movedBy: string | null
      goneAt: string | null
      unknownKeys: string[]
      /** @description Keys that another script declares, too, where a key belongs to one script. */
      claimedKeys: string[]
    }
    MappingRule: {
      kind: components['schemas']['MappingRuleKind']
      /** @description Which scripts it takes: paths of source files, with * and **; of a tag, the tag in the code; of a profile, the framework. */
      from: string
      /** @description The area, as `Deck planner/Limits`; the title, as a text with `{name}` or `{words}`; the tag of the case; the profile. */
      to: string
    }
    MappingRuleDto: {
      kind: components['schemas']['MappingRuleKind']
      from: string
      to: string
    }
    /**
     * @description What a rule settles about the case that is made of a script: its area, its title, or a tag; or the profile that tests of a framework run on.
     * @enum {string}
     */
    MappingRuleKind: 'area' | 'title' | 'tag' | 'profile'
    /** @description Rules for cases that are made of scripts, and what they would do. */
    MappingRules: {
      rules: components['schemas']['MappingRule'][]
      /** @description Scripts without a case, and those that were first seen in the last 30 days. */
      scripts: {
        without: number
        lately: number
      }
      /** @description By place of the rule, how many scripts it settles something of. */
      catches: {
        without: number
        lately: number
        examples: {
          script: string
          file: string | null
          area: string
          title: string
          tags: string[]
        }[]
      }[]
    }
    MappingRulesDto: {
      rules: components['schemas']['MappingRuleDto'][]
    }
    MappingSuggestion: {
      caseKey: string
      /** @description From 0 to 1: of what is called 0.9, nine in ten are right. */
      confidence: number
      reasons: components['schemas']['Reason'][]
      /** @description The one that the script gets where all scripts get theirs. */
      chosen: boolean
    }
    Me: {
      account: {
        id: number
        name: string
        email: string
        kind: components['schemas']['AccountKind']
        serverAdmin: boolean
        makesProjects: boolean
      }
      projects: components['schemas']['ProjectInfo'][]
    }
    Member: {
      id: number
      name: string
      email: string
      kind: components['schemas']['AccountKind']
      role: string
      /** @description Names of their teams. */
      teams: string[]
    }
    MemberEditDto: {
      /** @description A built-in role, or one of the project's own. */
      role: string
    }
    /** @description What somebody has to do with in a project: what becomes of it is said when they are removed. */
    MemberWork: {
      /** @description Cases that they own. */
      cases: number
      /** @description Tokens that end. */
      tokens: number
      /** @description Sources that check in their name, and stop. */
      sources: number
      /** @description Views of theirs that others use. */
      sharedViews: number
      teams: string[]
    }
    /** @description A comment that names who is signed in. */
    MentionRow: {
      commentId: number
      kind: components['schemas']['CommentKind']
      subject: string
      /** @description Where it stands, below the project. */
      path: string
      title: string
      author: string | null
      text: string
      at: string
      unread: boolean
    }
    MergeDto: {
      /** @description Causes that count as this one from now on. */
      ids: number[]
    }
    Mine: {
      mentions: components['schemas']['MentionRow'][]
      unread: number
      /** @description Failures that were given to who is signed in, or to one of their teams. */
      failures: components['schemas']['FailureRow'][]
      quarantined: {
        scriptId: number
        name: string
        reason: string
      }[]
      cells: {
        planId: number
        plan: string
        environment: string
      }[]
      /** @description What is to be done by hand. */
      assignments: components['schemas']['AssignmentRow'][]
      /** @description Cases of one's own that are still drafts. */
      drafts: {
        key: string
        title: string
        updatedAt: string
      }[]
      /** @description Drafts of others that wait for somebody who approves, where who is signed in may. */
      reviews: {
        key: string
        title: string
        owner: string | null
        updatedAt: string
      }[]
    }
    MineCount: {
      unread: number
      failures: number
      /** @description Cases to be done by hand that are one's own, or free, and can be done now. */
      toDo: number
      /** @description Causes that nobody triaged in the newest build of each lane of the main branch. */
      untriaged: number
    }
    /** @description Why an agent can't take a part; null where it can. */
    Misfit:
      | {
          /** @constant */
          code: 'labels'
          missing: string[]
        }
      | {
          /** @constant */
          code: 'profile'
        }
      | {
          /** @constant */
          code: 'pool'
        }
    Mute: {
      id: number
      environment: string | null
      reason: string
      untilAt: string | null
      untilBuild: string | null
      untilDefect: string | null
      by: string | null
      at: string
      /** @description The test or cause that it is about; an environment as a whole has neither. */
      groupId: number | null
      scriptId: number | null
      name: string
      endedAt: string | null
      /** @enum {string|null} */
      endedWhy: 'date' | 'build' | 'defect' | 'person' | null
    }
    MuteDto: {
      untilAt?: string | null
      untilBuild?: string | null
      untilDefect?: boolean
      /** @description In this environment only. */
      environmentId?: number | null
      reason: string
      scriptId?: number | null
    }
    MuteList: {
      rows: components['schemas']['Mute'][]
    }
    /** @description Until one of three: a date, a build, the closing of the defect. */
    MuteUntilDto: {
      untilAt?: string | null
      untilBuild?: string | null
      untilDefect?: boolean
      /** @description In this environment only. */
      environmentId?: number | null
      reason: string
    }
    Muted: {
      id: number
      actId: number | null
    }
    NewAccountDto: {
      name: string
      kind: components['schemas']['AccountKind']
      /** @description At least 10 characters, as long as you like. */
      password: string
    }
    NewAreaDto: {
      name: string
      parentId?: number | null
    }
    NewCaseDto: {
      title: string
      areaId?: number | null
    }
    NewDefectDto: {
      title: string
      text: string
      /** @description A picture that goes along. */
      attachmentId?: number | null
      /** @description Drawn on it. */
      region?: components['schemas']['RegionDto'] | null
    }
    NewInvitationDto: {
      /** Format: email */
      email: string
      /** @description What they become: a built-in role, or one of the project's own. */
      role?: string
    }
    NewPasswordDto: {
      current: string
      /** @description At least 10 characters, as long as you like. */
      next: string
      /** @description Also ends the tokens that one made. */
      endTokens?: boolean
    }
    NewProjectDto: {
      /** @description The project in addresses: small letters, digits and dashes. */
      slug: string
      name: string
      /** @description What the keys of its cases begin with: FERRY makes FERRY-101. */
      keyPrefix: string
    }
    NewScanDto: {
      /** @description What the source tree is called: usually the name of its repository. */
      tree: string
      branch: string
      commit?: string
      /** @description When the commit was made: an older one does not undo what a newer one told. */
      committedAt?: string
      /** @description How many source files were read. */
      files: number
    }
    NewTokenDto: {
      name: string
      scope: components['schemas']['TokenScope']
      /** @description For the scope `agent`. */
      agent?: components['schemas']['AgentBoundsDto'] | null
      /** @description It can be used for so many days; a year where nothing is said. */
      days?: number
    }
    NewViewDto: {
      page: components['schemas']['ViewPage']
      name: string
      /** @description The query of the address. */
      params: string
      /** @description Whether others see it too. */
      shared?: boolean
    }
    /**
     * @description What somebody can be told of.
     * @enum {string}
     */
    NoticeKind:
      | 'newCause'
      | 'backAgain'
      | 'mine'
      | 'assigned'
      | 'mention'
      | 'comment'
      | 'muteEnded'
      | 'defectClosed'
      | 'agentGone'
      | 'planLate'
      | 'resolved'
      | 'brief'
    NotificationLog: {
      rows: components['schemas']['NotificationLogRow'][]
      total: number
    }
    NotificationLogRow: {
      id: number
      at: string
      kind: components['schemas']['NoticeKind']
      title: string
      path: string
      rule: string
      /** @enum {string} */
      channel: 'mail' | 'webhook'
      to: string
      dueAt: string
      sentAt: string | null
      gaveUpAt: string | null
      tries: number
      problem: string | null
    }
    NotificationRule: {
      id: number
      name: string
      /** @description Your own; others are the project's. */
      own: boolean
      events: components['schemas']['NoticeKind'][]
      /** @enum {string} */
      channel: 'mail' | 'webhook'
      address: string | null
      template: string | null
      hasSecret: boolean
      digestAt: string | null
      quietFrom: string | null
      quietTo: string | null
      zone: string
      paused: boolean
    }
    NotificationRuleDto: {
      name: string
      /** @description Yours alone; otherwise the project’s, which needs the right to manage it. */
      own: boolean
      events: components['schemas']['NoticeKind'][]
      /** @enum {string} */
      channel: 'mail' | 'webhook'
      /** @description Of a webhook, or of a mailing list; your own mail goes to you. */
      address?: string | null
      /** @description JSON of a webhook, with {title}, {text}, {link}, {kind} and {project}. */
      template?: string | null
      /** @description Signs what a webhook is sent; undefined keeps the one that is set, null signs nothing. */
      secret?: string | null
      /** @description Once a day at HH:MM; null is at once. */
      digestAt?: string | null
      quietFrom?: string | null
      quietTo?: string | null
      zone: string
      paused: boolean
    }
    NotificationRules: {
      rows: components['schemas']['NotificationRule'][]
      sendsMail: boolean
    }
    OpenEnvironmentDto: {
      minutes: number
      reason: string
    }
    OpenFeedDto: {
      pipeline: string
      build: string
      branch: string
      environment: string
      commit?: string
      /** @description Who made the change that is built. */
      author?: string
      /** @description The page of the build in its pipeline. */
      address?: string
      /** @description Paths that the build changed, from the root of the repository. */
      changedFiles?: string[]
      /** @description What this run is called among those of its build in its environment, such as “rerun-1”: without a name there is one. A test has the outcome of the latest run of the build that has it. */
      run?: string
      /**
       * @description A trial stays out of the record: no history, comparison or sum has it.
       * @constant
       */
      trial?: 'true'
      /** @description What it was tested on: a browser, a device, an operating system. */
      profile?: string
      /** @description The version that is being made ready. One that is new is made. */
      release?: string
      /** @description Whether all tests of the suite ran, or a part of them: a test that is missing in the whole is gone, in a part it is not in the run. */
      scope?: components['schemas']['RunScope']
      /** @description Made by the sender: opening with the same key again finds the same feed. */
      key: string
      /** @description What the sender is called among those of its run: an agent, a machine. */
      name: string
      framework?: string
      /** @description How many results will come. */
      planned?: number
      /** @description Which shard of the run it is, from 1. */
      shard?: number
      /** @description How many shards the run has. */
      shards?: number
      /** @description After so many seconds without a word the feed counts as interrupted; 300 by default. */
      silenceSeconds?: number
    }
    /** @enum {string} */
    Outcome: 'passed' | 'failed' | 'errored' | 'skipped' | 'blocked' | 'notRun' | 'recovered'
    OutcomeTotals: {
      passed: number
      failed: number
      errored: number
      skipped: number
      blocked: number
      notRun: number
      recovered: number
      total: number
    }
    OutlineDto: {
      text: string
      areaId?: number | null
    }
    OutlineMade: {
      areas: number
      cases: {
        key: string
        title: string
      }[]
      actId: number | null
    }
    /** @description A test whose pace changed in a lane. */
    PaceRow: {
      script: components['schemas']['ScriptRef']
      cases: string[]
      lane: components['schemas']['LaneRef']
      pace: components['schemas']['Jump'] | components['schemas']['Creep']
      /** @description The build with which the new pace began; of a creep the first that was looked at. */
      since: {
        runId: number
        build: string
        commit: string | null
        author: string | null
        at: string
      }
      /** @description Durations in milliseconds of the runs in which it passed, oldest first. */
      durations: number[]
      /** @description What the change costs in each run, in milliseconds; negative where it got faster. */
      costMs: number
    }
    PartEndDto: {
      lease: string
      /**
       * @description Given back: its agent ends, and another one is to take it.
       * @enum {string}
       */
      state: 'done' | 'failed' | 'stopped' | 'givenBack'
      exitCode?: number | null
      /** @description Why, where it failed. */
      said?: string | null
    }
    PartList: {
      rows: components['schemas']['PartRow'][]
      start: components['schemas']['StartRow'] | null
      /** @description Runs that did this one again. */
      reruns: {
        startId: number
        runId: number | null
        at: string
        by: string | null
      }[]
    }
    PartLog: {
      text: string
      /** @description Where the next piece begins. */
      next: number
      done: boolean
    }
    PartLogDto: {
      lease: string
      /** @description Where the piece begins in the output of the part, in characters. */
      at: number
      text: string
    }
    PartRow: {
      id: number
      startId: number
      start: string
      runId: number | null
      environment: string
      profile: string | null
      recipe: string
      shard: number
      try: number
      tests: number
      expectedMs: number
      state: components['schemas']['PartState']
      agent: {
        id: number
        name: string
      } | null
      pool: string | null
      handoff: string | null
      owner: string | null
      createdAt: string
      claimedAt: string | null
      endedAt: string | null
      exitCode: number | null
      said: string | null
      /** @description How often it lost its agent. */
      lost: number
      logChars: number
      stopAsked: boolean
      /** @description Why it waits; null where it does not, or is about to be taken. */
      waits: components['schemas']['PartWait'] | null
      trial: boolean
      passed: number
      failed: number
      errored: number
    }
    /** @enum {string} */
    PartState: 'waiting' | 'running' | 'done' | 'failed' | 'stopped' | 'lost'
    PartTold: {
      /** @description It is to be stopped. */
      stop: boolean
    }
    /** @description Why a part waits. */
    PartWait:
      | {
          /** @constant */
          code: 'behind'
          startId: number
          name: string
        }
      | {
          /** @constant */
          code: 'protected'
          environment: string
        }
      | {
          /** @constant */
          code: 'closed'
          environment: string
          until: string
          note: string
        }
      | {
          /** @constant */
          code: 'noAgents'
        }
      | {
          /** @constant */
          code: 'labels'
          missing: string[]
        }
      | {
          /** @constant */
          code: 'profile'
          profile: string
        }
      | {
          /** @constant */
          code: 'pool'
          pool: string
        }
      | {
          /** @constant */
          code: 'poolFull'
          pool: string
        }
      | {
          /** @constant */
          code: 'poolClosed'
          pool: string
          until: string
        }
      | {
          /** @constant */
          code: 'away'
          agents: string[]
        }
      | {
          /** @constant */
          code: 'busy'
          agent: string
          until: string | null
        }
    PersonRef: {
      id: number
      name: string
    }
    /** @description A place in a file; lines and columns start at 1. */
    Place: {
      line: number
      column: number
    }
    /** @description Where delivered results belong. Names that are new are made. */
    PlaceDto: {
      pipeline: string
      build: string
      branch: string
      environment: string
      commit?: string
      /** @description Who made the change that is built. */
      author?: string
      /** @description The page of the build in its pipeline. */
      address?: string
      /** @description Paths that the build changed, from the root of the repository. */
      changedFiles?: string[]
      /** @description What this run is called among those of its build in its environment, such as “rerun-1”: without a name there is one. A test has the outcome of the latest run of the build that has it. */
      run?: string
      /**
       * @description A trial stays out of the record: no history, comparison or sum has it.
       * @constant
       */
      trial?: 'true'
      /** @description What it was tested on: a browser, a device, an operating system. */
      profile?: string
      /** @description The version that is being made ready. One that is new is made. */
      release?: string
      /** @description Whether all tests of the suite ran, or a part of them: a test that is missing in the whole is gone, in a part it is not in the run. */
      scope?: components['schemas']['RunScope']
    }
    PlanCell: {
      environmentId: number
      profile: string | null
      ownerId: number | null
      poolId: number | null
      handoffId: number | null
      releaseId: number | null
      parameters: {
        [key: string]: string
      }
      /** @description Which cases of its suites people do. */
      byHand: components['schemas']['ByHand']
      /** @description Who does them; of several, whoever is free takes the next, or the first case goes to the first where they come in order. */
      people: number[]
      inOrder: boolean
      /** @description So many days after the start they are due; null is never. */
      dueDays: number | null
    }
    PlanCellDto: {
      environmentId: number
      profile?: string | null
      ownerId?: number | null
      poolId?: number | null
      handoffId?: number | null
      releaseId?: number | null
      parameters: {
        [key: string]: string
      }
      /** @description Which cases of its suites people do: none, those that no script verifies, or all. */
      byHand?: components['schemas']['ByHand']
      /** @description Who does them. */
      people?: number[]
      /** @description A case begins when those before it are done. */
      inOrder?: boolean
      /** @description So many days after the start they are due. */
      dueDays?: number | null
    }
    PlanCellForecast: {
      environmentId: number
      profile: string | null
      cases: number
      tests: number
      expectedMs: number
      /** @description Cases that people do. */
      manual: number
    }
    PlanDetail: {
      id: number
      name: string
      pipeline: string
      branch: string
      /** @description On the newest build of the pipeline, which others deliver to. */
      newestBuild: boolean
      retries: number
      retryUnless: number | null
      /** @enum {string} */
      split: 'time' | 'count' | 'file'
      shards: number | null
      /** @enum {string} */
      overlap: 'queue' | 'skip' | 'stop'
      /** @enum {string} */
      missed: 'once' | 'skip'
      releaseId: number | null
      paused: boolean
      suites: {
        id: number
        name: string
        cases: number
        parameters: {
          [key: string]: string
        }
        changed: number
      }[]
      cells: components['schemas']['PlanCell'][]
      times: components['schemas']['PlanTime'][]
      forecast: components['schemas']['PlanForecast']
      cellForecasts: components['schemas']['PlanCellForecast'][]
      notes: components['schemas']['PlanNote'][]
      coming: components['schemas']['Coming'][]
      clockChange: {
        at: string
        minutes: number
        zone: string
      } | null
      starts: components['schemas']['StartRow'][]
    }
    PlanDto: {
      name: string
      pipeline: string
      branch: string
      newestBuild: boolean
      retries: number
      retryUnless?: number | null
      /** @enum {string} */
      split: 'time' | 'count' | 'file'
      shards?: number | null
      /** @enum {string} */
      overlap: 'queue' | 'skip' | 'stop'
      /** @enum {string} */
      missed: 'once' | 'skip'
      releaseId?: number | null
      paused: boolean
      suites: components['schemas']['PlanSuiteDto'][]
      cells: components['schemas']['PlanCellDto'][]
      times: components['schemas']['PlanTimeDto'][]
    }
    PlanForecast: {
      /** @description Agents that are there, and when each is free. */
      agents: {
        id: number
        name: string
        freeInMs: number
      }[]
      bars: {
        agentId: number
        cell: number
        name: string
        fromMs: number
        toMs: number
      }[]
      endMs: number
      boundMs: number
      machineMs: number
      cost: number
      unplaced: {
        cell: number
        name: string
        reason:
          | components['schemas']['Misfit']
          | {
              /** @constant */
              code: 'noAgents'
            }
      }[]
    }
    PlanList: {
      rows: components['schemas']['PlanRow'][]
    }
    /** @description What keeps a script or case out of a start, or a part waiting. */
    PlanNote:
      | {
          /** @constant */
          code: 'noScript'
          count: number
          examples: string[]
        }
      | {
          /** @constant */
          code: 'noRecipe'
          framework: string
          tree: string
          count: number
        }
      | {
          /** @constant */
          code: 'skippedInCode'
          count: number
        }
      | {
          /** @constant */
          code: 'parameter'
          recipe: string
          name: string
          may: string[]
          count: number
        }
      | {
          /** @constant */
          code: 'unsafeFile'
          count: number
          examples: string[]
        }
      | {
          /** @constant */
          code: 'alsoRuns'
          count: number
        }
      | {
          /** @constant */
          code: 'outOfOrder'
          count: number
          examples: string[]
        }
      | {
          /** @constant */
          code: 'otherProfile'
          framework: string
          profiles: string[]
          cell: string
          count: number
        }
      | {
          /** @constant */
          code: 'emptySuite'
          suite: string
        }
      | {
          /** @constant */
          code: 'retired'
          count: number
          examples: string[]
        }
      | {
          /** @constant */
          code: 'protected'
          environment: string
        }
      | {
          /** @constant */
          code: 'noSchedules'
          environment: string
        }
      | {
          /** @constant */
          code: 'noRetry'
          failed: number
          limit: number
        }
      | {
          /** @constant */
          code: 'overlap'
          startId: number
        }
      | {
          /** @constant */
          code: 'stoppedForNext'
          startId: number
        }
      | {
          /** @constant */
          code: 'nothingToRun'
        }
      | {
          /** @constant */
          code: 'noBuild'
          pipeline: string
          branch: string
        }
      | {
          /** @constant */
          code: 'probe'
          environment: string
          said: string
        }
      | {
          /** @constant */
          code: 'lostAgent'
          agent: string
          part: number
        }
    PlanRow: {
      id: number
      name: string
      paused: boolean
      suites: {
        id: number
        name: string
      }[]
      cells: number
      times: components['schemas']['PlanTime'][]
      nextAt: string | null
      last: {
        startId: number
        at: string
        state: components['schemas']['StartState']
        failed: number
        runId: number | null
      } | null
    }
    PlanSuiteDto: {
      id: number
      /** @description Variables of its scripts, over those of the environment. */
      parameters: {
        [key: string]: string
      }
    }
    PlanTime: {
      /** @enum {string} */
      kind: 'once' | 'rule' | 'build' | 'plan'
      at: string | null
      recurrence: components['schemas']['Recurrence'] | null
      pipeline: string | null
      branch: string | null
      afterPlanId: number | null
      nextAt: string | null
    }
    PlanTimeDto: {
      /** @enum {string} */
      kind: 'once' | 'rule' | 'build' | 'plan'
      at?: string | null
      recurrence?: components['schemas']['RecurrenceDto'] | null
      pipeline?: string | null
      branch?: string | null
      afterPlanId?: number | null
    }
    /** @description Agents with the same abilities. */
    Pool: {
      id: number
      name: string
      costPerMinute: number
      /** @description So many parts at once. */
      atOnce: number | null
      /** @description When its agents take nothing. */
      closed: components['schemas']['MaintenanceWindow'][]
      /** @description Whether agents are asked for; where, only who manages the project is told. */
      elastic: boolean
      startUrl: string | null
      stopUrl: string | null
      /** @description So many agents are asked for at most. */
      most: number | null
      idleMinutes: number
      /** @description Whether its cost was seen and confirmed, without which no agent is asked for. */
      confirmed: boolean
      agents: number
    }
    PoolDto: {
      name: string
      costPerMinute: number
      atOnce?: number | null
      closed: components['schemas']['WindowDto'][]
      /** @description Where an agent is asked for by POST; without one the pool has the agents that come by themselves. */
      startUrl?: string | null
      stopUrl?: string | null
      most?: number | null
      idleMinutes: number
      /** @description What it costs was seen; without it no agent is asked for. */
      confirmed: boolean
    }
    ProblemDetails: {
      type: string
      title: string
      status: number
      code: string
      detail: string
    }
    /** @description What it is tested on. */
    Profile: {
      id: number
      name: string
      browser: string | null
      device: string | null
      os: string | null
      locale: string | null
    }
    ProfileDto: {
      name: string
      browser?: string | null
      device?: string | null
      os?: string | null
      locale?: string | null
    }
    ProjectEditDto: {
      name?: string
      /** @description The branch that everything looks at where nobody says another. */
      defaultBranch?: string
      unknownTests?: components['schemas']['UnknownTests']
      /** @description A key that several tests of the code declare is a finding. */
      oneScriptPerKey?: boolean
      /** @description For so many days output, attachments and delivered files are kept; null is for ever. */
      keepDetailsDays?: number | null
      /** @description For so many days the audit log is kept; null is for ever. */
      keepActsDays?: number | null
      /** @description So many tests may be in quarantine at once. */
      quarantineLimit?: number
      /** @description A cause whose tests passed in so many builds in a row is resolved by itself; null is never. */
      resolveAfter?: number | null
      /** @description Suggested causes at least so sure are taken without a person; null is never. */
      decideAbove?: number | null
    }
    ProjectInfo: {
      slug: string
      name: string
      keyPrefix: string
      /** @description The branch that everything looks at where nobody says another. */
      defaultBranch: string
      /** @description The name of one's role: a built-in one, or one of the project's own. */
      role: string
      /** @description What one may do: what the role allows, and those of one's teams. */
      rights: components['schemas']['Right'][]
    }
    /** @description How a project takes results in, and how long it keeps them. */
    ProjectRules: {
      unknownTests: components['schemas']['UnknownTests']
      /** @description A key that several tests of the code declare is a finding. */
      oneScriptPerKey: boolean
      /** @description For so many days output, attachments and delivered files are kept; null is for ever. */
      keepDetailsDays: number | null
      /** @description For so many days the audit log is kept; null is for ever. */
      keepActsDays: number | null
      /** @description So many tests may be in quarantine at once. */
      quarantineLimit: number
      /** @description A cause whose tests passed in so many builds in a row is resolved by itself; null is never. */
      resolveAfter: number | null
      /** @description Suggested causes at least so sure are taken without a person; null is never. */
      decideAbove: number | null
    }
    PushDto: {
      /** @description The source tree that a scan told them of. */
      tree: string
      /** @description Names of areas, outermost first; those that are missing are made. */
      area: string[]
      tests: components['schemas']['PushedTestDto'][]
    }
    /** @description What became of tests that were pushed. */
    PushReport: {
      /** @description Keys of the cases that were made, with their tests. */
      made: {
        key: string
        name: string
      }[]
      /** @description Tests that had a case already. */
      linked: number
      actId: number | null
    }
    PushedStepDto: {
      action: string
      expected?: string
    }
    PushedTestDto: {
      file: string
      suites: string[]
      name: string
      steps: components['schemas']['PushedStepDto'][]
    }
    QuarantineDto: {
      scriptIds: number[]
      reason: string
      ownerId?: number | null
      /** @description So many passes in a row on the main branch, and it is out. */
      passes: number
    }
    QuarantineList: {
      rows: components['schemas']['QuarantineRow'][]
      limit: number
      open: number
    }
    QuarantineRow: {
      id: number
      script: components['schemas']['ScriptRef']
      reason: string
      owner: components['schemas']['PersonRef'] | null
      passes: number
      /** @description In a row on the main branch since it began. */
      passed: number
      by: string | null
      at: string
      endedAt: string | null
      /** @enum {string|null} */
      endedWhy: 'passed' | 'person' | null
    }
    Quarantined: {
      ids: number[]
      actId: number | null
    }
    /** @description A delivery that is not read yet. */
    QueuedDelivery: {
      id: number
      at: string
      by: string
      /**
       * @description Where a delivery is on its way: still coming in, stored and waiting to be read, being read, read; or given up after several tries.
       * @enum {string}
       */
      state: 'coming' | 'waiting' | 'reading' | 'failed'
      tries: number
      /** @description When it is tried again, if not before. */
      dueAt: string | null
      /** @description What kept it from being read the last time. */
      problem: string | null
      bytes: number
      pipeline: string
      build: string
      /** @description How many files it has, and how many of them are stored. */
      files: number
      stored: number
    }
    Reason:
      | {
          /** @constant */
          kind: 'words'
          words: string[]
        }
      | {
          /** @constant */
          kind: 'abbreviations'
          words: string[]
        }
      | {
          /** @constant */
          kind: 'area'
          area: string
        }
      | {
          /** @constant */
          kind: 'neighbours'
          area: string
          count: number
        }
    /** @description How the scripts of a source tree and runner are run. */
    Recipe: {
      id: number
      name: string
      framework: string
      tree: string | null
      source: string
      ref: string
      folder: string
      prepare: string
      command: string
      cleanUp: string
      results: string
      labels: string[]
      wholeFiles: boolean
      limitMinutes: number
      /** @description What plans may choose. */
      parameters: components['schemas']['RecipeParameter'][]
      /** @description Scripts in code that it runs. */
      scripts: number
    }
    RecipeDto: {
      name: string
      framework: string
      tree?: string | null
      /** @description A folder of the agent, or an address that git fetches. */
      source: string
      ref: string
      folder: string
      prepare: string
      command: string
      cleanUp: string
      results: string
      labels: string[]
      wholeFiles: boolean
      limitMinutes: number
      /** @description What plans may choose; left out, nothing. */
      parameters?: components['schemas']['RecipeParameterDto'][]
    }
    RecipeList: {
      rows: components['schemas']['Recipe'][]
      templates: {
        name: string
        framework: string
        prepare: string
        command: string
        cleanUp: string
        results: string
        labels: string[]
        wholeFiles: boolean
      }[]
      /** @description Frameworks and trees of scripts that no recipe runs. */
      missing: {
        framework: string
        tree: string
        scripts: number
      }[]
    }
    /** @description What a recipe lets a plan choose. */
    RecipeParameter: {
      name: string
      /** @description The only values that it may have; none: those that fit the pattern. */
      values: string[]
      /** @description A regular expression for the whole value, without groups; at most two of its parts repeat without end. */
      pattern: string | null
      /** @description What it is where a plan says nothing. */
      fallback: string | null
      /** @description The variable that its process reads; null for `BOBBIN_PARAM_…`. */
      variable: string | null
    }
    RecipeParameterDto: {
      name: string
      /** @description The only values that it may have; none where a pattern says. */
      values: string[]
      /** @description A regular expression for the whole value, without groups. */
      pattern: string | null
      /** @description What it is where a plan says nothing. */
      fallback: string | null
      /** @description The variable that its process reads; by itself `BOBBIN_PARAM_` and the name. */
      variable: string | null
    }
    /** @description What counting the sums of runs anew from their results came to. */
    Recounted: {
      runs: number
      /** @description Those that had other sums than their results; they are right now. */
      differing: {
        id: number
        build: string
        pipeline: string
      }[]
    }
    /** @description A time that comes again: RFC 5545, told in the wall-clock time of a zone. */
    Recurrence: {
      /** @description The value of RRULE, as `FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR`. */
      rule: string
      /** @description The first time, by the clocks of the zone: `2026-11-30T06:00:00`. */
      start: string
      /** @description A zone of the IANA database, as `Europe/Oslo`. */
      zone: string
      /** @description Times that fall out, as `start`. */
      except?: string[]
    }
    RecurrenceDto: {
      /** @description The value of RRULE (RFC 5545). */
      rule: string
      /** @description The first time, by the clocks of the zone: `2026-11-30T06:00:00`. */
      start: string
      zone: string
    }
    /** @description A region of a picture, in shares of its width and height. */
    RegionDto: {
      x: number
      y: number
      width: number
      height: number
    }
    RegisterDto: {
      /** @description What it is called: one agent of a project has a name. */
      name: string
      /** @description Made by the agent once, and kept by it. */
      key: string
      labels: string[]
      /** @description None: any profile that it is asked for. */
      profiles: string[]
      cores?: number
      version?: string
      host?: string
      /** @description The name of the pool that it belongs to. */
      pool?: string
    }
    Registered: {
      id: number
      name: string
      version: string
    }
    /** @description A version that is being made ready. */
    Release: {
      id: number
      name: string
      startsOn: string | null
      dueOn: string | null
      /** @enum {string} */
      state: 'open' | 'closed'
      note: string
      runs: number
    }
    ReleaseDto: {
      name: string
      startsOn?: string | null
      dueOn?: string | null
      /** @enum {string} */
      state: 'open' | 'closed'
      note: string
    }
    /** @description How far a release is in one environment: its newest runs, each test counted as its latest run there says. */
    ReleaseEnvironment: {
      environment: string
      /** @description Parts of plans that are still to be run. */
      planned: number
      underWay: number
      done: number
      passed: number
      failed: number
      errored: number
      other: number
      lastRunId: number | null
    }
    ReleaseList: {
      rows: components['schemas']['Release'][]
    }
    ReleaseSummary: {
      release: components['schemas']['Release']
      environments: components['schemas']['ReleaseEnvironment'][]
      /** @description Names of plans that belong to it. */
      plans: {
        id: number
        name: string
      }[]
    }
    RenameAnswerDto: {
      /** @description The new script is the old one. */
      same: boolean
    }
    ReopenDto: {
      why: string
    }
    Report: {
      title: string
      /** @description What it is a report of. */
      of: {
        /** @enum {string} */
        kind: 'release' | 'plan' | 'run'
        id: number
        name: string
      }
      at: string
      total: components['schemas']['ReportSum']
      cells: components['schemas']['ReportSum'][]
      areas: components['schemas']['ReportSum'][]
      people: components['schemas']['ReportSum'][]
      /** @description By requirement that its cases verify; a case may verify several, and what verifies none is not told. */
      requirements: components['schemas']['ReportSum'][]
      rows: components['schemas']['ReportRow'][]
      /** @description Planned and not done, with whose it is. */
      missing: {
        key: string
        title: string
        where: string
        person: string | null
        runId: number
      }[]
      defects: {
        key: string | null
        title: string
        state: string
        url: string | null
      }[]
      spentMs: number
      expectedLeftMs: number
      signOff: components['schemas']['SignOff'] | null
    }
    ReportResult: {
      scriptId: number
      outcome: components['schemas']['Outcome'] | null
      at: string | null
      durationMs: number | null
      by: string | null
      message: string | null
    }
    /** @description A cell of the report: one case in one environment and profile. */
    ReportRow: {
      caseId: number
      key: string
      title: string
      area: string
      environment: string
      profile: string | null
      runId: number
      build: string
      /** @description How it is done there. */
      manual: components['schemas']['ReportResult'] | null
      automated: components['schemas']['ReportResult'] | null
      /** @description The worst of both; null while there is none. */
      outcome: components['schemas']['Outcome'] | null
      /** @enum {string} */
      state: 'planned' | 'under way' | 'done'
      /** @description Whose it is, where it is done by hand. */
      person: string | null
      steps: components['schemas']['ReportStep'][]
      /** @description Requirements that its case verifies: keys with titles. */
      requirements: string[]
    }
    ReportStep: {
      text: string
      outcome: components['schemas']['Outcome']
      message: string | null
    }
    ReportSum: {
      name: string
      planned: number
      underWay: number
      done: number
      passed: number
      failed: number
      errored: number
      /** @description Skipped, blocked or not run. */
      other: number
    }
    RequirementCase: {
      key: string
      title: string
      state: components['schemas']['CaseState']
      /** @description Scripts that verify it. */
      scripts: components['schemas']['RequirementScript'][]
      /** @description Where it was done by hand last, of the newest runs. */
      byHand: {
        runId: number
        build: string
      } | null
      /** @description By environment the worst of its results in the newest run of each lane; those without a result are not told. */
      outcomes: {
        [key: string]: components['schemas']['Outcome']
      }
    }
    RequirementDto: {
      /** @description By itself the next R-…; without blanks. */
      key?: string
      name: string
      note?: string
      /** @description Of the page where it is kept, if that is outside. */
      address?: string | null
    }
    RequirementLineDto: {
      key: string
      name: string
      address?: string | null
    }
    RequirementLinesDto: {
      rows: components['schemas']['RequirementLineDto'][]
    }
    RequirementList: {
      rows: components['schemas']['RequirementRow'][]
      /** @description How many there are on all pages. */
      total: number
      /** @description Environments with a run in the lens. */
      environments: string[]
    }
    RequirementMade: {
      id: number
    }
    RequirementRow: {
      id: number
      key: string
      name: string
      note: string
      /** @description Where it is kept, if that is outside. */
      address: string | null
      state: components['schemas']['RequirementState']
      /** @description A result of one of its cases is red. */
      red: boolean
      /** @description Its words changed after those of a case that is tied to it. */
      changed: boolean
      cases: components['schemas']['RequirementCase'][]
    }
    RequirementScript: {
      id: number
      name: string
      file: string | null
    }
    /**
     * @description Whether cases verify a requirement: none is tied, those that are have no result in the newest runs, or some have.
     * @enum {string}
     */
    RequirementState: 'noCase' | 'neverRan' | 'covered'
    RequirementsImported: {
      made: number
      changed: number
    }
    RerunDto: {
      /** @description Which results are run again: all that failed, errored or did not run; or those of some scripts. */
      scripts?: number[]
    }
    ResetAcceptDto: {
      /** @description What stands behind the # of the link. */
      secret: string
      /** @description At least 10 characters, as long as you like. */
      password: string
    }
    ResetRequestDto: {
      /** Format: email */
      email: string
    }
    ResetSecretDto: {
      /** @description What stands behind the # of the link. */
      secret: string
    }
    /** @description Whose password a link sets anew. */
    ResetSeen: {
      name: string
      email: string
    }
    ResolveDto: {
      /** @description That of the cause as it was seen; where somebody decided meanwhile the answer is a conflict. */
      version?: number
      note: string
    }
    ResultDetail: {
      script: components['schemas']['ScriptRef']
      links: components['schemas']['LinkInfo'][]
      unknownKeys: string[]
      run: {
        id: number
        build: string
        commit: string | null
        lane: components['schemas']['LaneRef']
        startedAt: string
      }
      outcome: components['schemas']['Outcome'] | null
      change: components['schemas']['Change']
      before: {
        outcome: components['schemas']['Outcome']
        runId: number
        build: string
      } | null
      /** @description First failing build of the streak this result stands in. */
      failingSince: {
        runId: number
        build: string
      } | null
      /** @description Other tests of this run that failed with the same signature. */
      sameFailure: {
        scriptId: number
        name: string
      }[]
      attempts: components['schemas']['AttemptDetail'][]
      /** @description Rows of the same data-driven test in this run, itself among them; empty for a test without values. */
      rows: components['schemas']['RowResult'][]
      histories: components['schemas']['ScriptHistory'][]
    }
    ResultRow: {
      script: components['schemas']['ScriptRef']
      cases: string[]
      change: components['schemas']['Change']
      before: components['schemas']['Outcome'] | null
      outcome: components['schemas']['Outcome'] | null
      durationMs: number | null
      attempts: number
      message: string | null
      /** @description Failures of one signature are alike; whether it is sure that they have one cause. */
      signatureId: number | null
      oneCause: boolean
    }
    ReviewDto: {
      scripts: number[]
    }
    /** @enum {string} */
    Right:
      | 'read'
      | 'deliver'
      | 'editCases'
      | 'organize'
      | 'link'
      | 'run'
      | 'start'
      | 'runProtected'
      | 'editRecipes'
      | 'decide'
      | 'approve'
      | 'signOff'
      | 'manage'
      | 'work'
    RoleDto: {
      name: string
      rights: components['schemas']['Right'][]
    }
    /** @description A role, built in or the project's own. */
    RoleRow: {
      /** @description Null for one that every project has. */
      id: number | null
      name: string
      rights: components['schemas']['Right'][]
      members: number
    }
    /** @description What became of one row of a data-driven test. */
    RowResult: {
      scriptId: number
      /** @description Its values, as the runner writes them. */
      row: string
      outcome: components['schemas']['Outcome']
      durationMs: number | null
    }
    /** @description A cause in one run. */
    RunCause: {
      id: number
      title: string
      state: components['schemas']['GroupState']
      cause: components['schemas']['Cause'] | null
      /** @description Tests of the run that failed or errored this way, without knock-on failures. */
      tests: number
      /** @description Failures and blocked tests of the run that only follow it. */
      knockOn: number
    }
    /** @description Why a run is red, and what of it does not count against a gate. */
    RunCauses: {
      rows: components['schemas']['RunCause'][]
      /** @description Scripts whose failure is muted, and those that are in quarantine. */
      muted: number[]
      quarantined: number[]
      /** @description Failed or errored tests that count: no knock-on failure, not muted, not in quarantine. */
      counting: number
    }
    RunDetail: {
      run: components['schemas']['RunRow']
      /** @description All runs of the build in this lane, first to last. */
      runsOfBuild: components['schemas']['RunOfBuild'][]
      /** @description Paths that the build changed against the one before, as its sender said; the first thousand. */
      changedFiles: string[] | null
      previous: {
        id: number
        build: string
        incomplete: boolean
      } | null
      /** @description Outages between the two, which are not compared with. */
      passedOver: {
        id: number
        build: string
        incomplete: boolean
      }[]
      next: {
        id: number
        build: string
      } | null
      changes: {
        newlyFailing: number
        stillFailing: number
        fixed: number
        recovered: number
        newlySkipped: number
        gone: number
        notRun: number
        new: number
        unchanged: number
        notInRun: number
      }
      rows: components['schemas']['ResultRow'][]
      faults: components['schemas']['FaultRow'][]
      warnings: components['schemas']['FileWarnings'][]
      /** @description Where its results came from, first to last; at most a hundred. */
      deliveries: {
        id: number
        at: string
        by: string
      }[]
      threads: components['schemas']['Threads']
      /** @description Senders that told results while the tests ran; null where there was none. */
      sent: components['schemas']['RunFeeds'] | null
    }
    /** @description What is known of a run while it is live, and of its senders afterwards. */
    RunFeeds: {
      feeds: components['schemas']['FeedRow'][]
      /** @description How many shards were announced, and which are in. */
      shards: {
        announced: number
        in: number[]
      } | null
      stopAsked: {
        at: string
        by: string
      } | null
      /** @description What is still to come, from the last complete build before; null when there is none. */
      expected: components['schemas']['Expected'] | null
    }
    RunList: {
      rows: components['schemas']['RunRow'][]
      hidden: number
    }
    /** @description One of the runs of a build in a lane. */
    RunOfBuild: {
      id: number
      ordinal: number
      key: string
      trigger: components['schemas']['RunTrigger']
      startedAt: string
      total: number
      /** @description How many failed or errored. */
      red: number
    }
    RunPoint: {
      runId: number
      build: string
      at: string
      incomplete: boolean
      /** @description How many runs the build has in the lane; the point is the latest, and each test has the outcome of the latest run that has it. */
      runs: number
    }
    RunRow: {
      id: number
      lane: components['schemas']['LaneRef']
      build: string
      commit: string | null
      /** @description Who made the change that was built, and the page of the build in its pipeline; null where nobody said. */
      author: string | null
      address: string | null
      startedAt: string
      deliveredAt: string
      durationMs: number
      totals: components['schemas']['OutcomeTotals']
      /** @description Results are still coming in. It is incomplete as long. */
      live: boolean
      incomplete: boolean
      /**
       * @description Whether all tests of the suite ran, or a part of them, as its sender says; null where nobody says.
       * @enum {string|null}
       */
      scope: 'whole' | 'partial' | null
      /** @description So many tests could not judge that the environment was at fault. */
      outage: boolean
      /** @description The first, the second … run of its build in its lane. */
      ordinal: number
      /** @description What its sender calls it among those; empty for one that needs no name. */
      key: string
      trigger: components['schemas']['RunTrigger']
      /** @description The run that it does again. */
      originRunId: number | null
      release: string | null
      /** @description What it was tested on: a browser, a device, an operating system. */
      profile: string | null
      /** @description It stays out of the record: no history, comparison or sum has it. */
      trial: boolean
      files: number
      /** @description Its details are never forgotten. */
      keep: boolean
      /** @description When its details were forgotten: output and attachments; outcomes and durations stay. */
      forgottenAt: string | null
      changes: {
        newlyFailing: number
        stillFailing: number
        fixed: number
        recovered: number
        newlySkipped: number
        gone: number
        notRun: number
        new: number
        unchanged: number
        notInRun: number
      } | null
    }
    /** @description Rows of one change, with their threads. */
    RunRows: {
      rows: components['schemas']['ResultRow'][]
      threads: components['schemas']['Threads']
    }
    /**
     * @description Whether all tests of a suite ran, or a part of them, as the sender says.
     * @enum {string}
     */
    RunScope: 'whole' | 'partial'
    /**
     * @description What began a run.
     * @enum {string}
     */
    RunTrigger: 'delivery' | 'live' | 'plan' | 'manual'
    SaveDraftDto: {
      /** @description The count that this builds on. */
      version: number
      draft: components['schemas']['DraftDto']
    }
    /** @description A kept address of a list: its search, filters, sort and columns. */
    SavedView: {
      id: number
      page: components['schemas']['ViewPage']
      name: string
      /** @description The query of the address, without the lens. */
      params: string
      shared: boolean
      /** @description Whose it is. */
      by: string
      mine: boolean
    }
    /** @description A test that a scan changed. */
    ScanChange: {
      /** @enum {string} */
      what: 'new' | 'changed' | 'moved' | 'renamed' | 'gone' | 'question'
      /** @description Its suites and name, as the code writes them. */
      test: string
      file: string
      line: number
      /** @description Where it stood, or what it was called before; of a question, the test that it may be. */
      was: string | null
    }
    ScanCounts: {
      new: number
      changed: number
      moved: number
      renamed: number
      gone: number
      same: number
      /** @description Renames that are not sure: a person decides. */
      questions: number
      /** @description Scripts that only results had named until now. */
      met: number
      /** @description Links that declared keys made. */
      links: number
    }
    ScanList: {
      rows: components['schemas']['ScanRow'][]
      total: number
    }
    /** @description A scan that takes its tests in. */
    ScanOpened: {
      id: number
    }
    /** @description What a scan changed, or would change. */
    ScanReport: {
      id: number
      dryRun: boolean
      counts: components['schemas']['ScanCounts']
      /** @description The first few hundred of the changes. */
      changes: components['schemas']['ScanChange'][]
      /** @description Keys that tests declare and no case has. */
      unknownKeys: {
        key: string
        test: string
      }[]
    }
    ScanRow: {
      id: number
      tree: string
      branch: string
      commit: string | null
      /** @description When the commit was made. */
      committedAt: string | null
      at: string
      by: string | null
      files: number
      tests: number
      unread: components['schemas']['UnreadFile'][]
      counts: components['schemas']['ScanCounts']
    }
    ScannedTestDto: {
      framework: string
      /** @description From the root of the sources, without `..`. */
      file: string
      line: number
      endLine: number
      suites: string[]
      name: string
      /** @description What its runner reports, as a regular expression, where the name is computed or rows follow it. */
      pattern?: string | null
      /** @description The same for its suites. */
      suitePatterns?: (string | null)[] | null
      title?: string | null
      tags: string[]
      keys: string[]
      /** @enum {string|null} */
      skipped?: 'skip' | 'todo' | null
      /** @description Hash of the body without comments and layout. */
      fingerprint?: string | null
      /** @description Characters of the body that the hash is made of. */
      bodySize: number
      /** @description The code of the test, where it is sent. */
      code?: string | null
    }
    ScannedTestsDto: {
      /** @description Place of the first of these tests among all of the scan, from 0: what is sent twice is stored once. */
      from: number
      tests: components['schemas']['ScannedTestDto'][]
    }
    /** @description Another name that leads to a script: of a script that became this one, of this one before it was renamed, or one that others use. */
    ScriptAlias: {
      identity: string
      name: string
      /** @enum {string} */
      kind: 'joined' | 'renamed' | 'also'
      /** @description Since when. */
      at: string
      /** @description Of so many runs the results were those of the script that became this one. */
      runs: number
    }
    ScriptDetail: {
      id: number
      name: string
      classname: string | null
      suites: string[]
      file: string | null
      profile: string | null
      framework: string | null
      cases: string[]
      /** @description Keys it declares that no case has. */
      unknownKeys: string[]
      /** @description It has no case, and somebody or a rule of the project said that it needs none. */
      aside: boolean
      lastOutcome: components['schemas']['Outcome'] | null
      lastRunId: number | null
      lastSeen: string | null
      links: components['schemas']['LinkInfo'][]
      histories: components['schemas']['ScriptHistory'][]
      /** @description As it stands in the code; null where no scan found it. */
      source: components['schemas']['ScriptSource'] | null
      /** @description The script in code of which this is a row, or on a profile. */
      head: components['schemas']['ScriptRef'] | null
      /** @description Its own rows and profiles. */
      variants: components['schemas']['ScriptRef'][]
      /** @description What it was called before, or is called by others. */
      aliases: components['schemas']['ScriptAlias'][]
    }
    ScriptHistory: {
      lane: components['schemas']['LaneRef']
      /** @description Oldest first. */
      points: {
        outcome: components['schemas']['Outcome'] | null
        durationMs: number | null
        runId: number
        build: string
        at: string
        incomplete: boolean
        /** @description How many runs the build has in the lane; the point is the latest, and each test has the outcome of the latest run that has it. */
        runs: number
      }[]
    }
    ScriptList: {
      rows: components['schemas']['ScriptRow'][]
      total: number
      /** @description Without a case, and not set aside. */
      unlinked: number
      aside: number
      unknownKeys: number
    }
    ScriptRef: {
      id: number
      name: string
      classname: string | null
      suites: string[]
      file: string | null
      profile: string | null
      framework: string | null
    }
    ScriptRow: {
      id: number
      name: string
      classname: string | null
      suites: string[]
      file: string | null
      profile: string | null
      framework: string | null
      cases: string[]
      /** @description Keys it declares that no case has. */
      unknownKeys: string[]
      /** @description It has no case, and somebody or a rule of the project said that it needs none. */
      aside: boolean
      lastOutcome: components['schemas']['Outcome'] | null
      lastRunId: number | null
      lastSeen: string | null
    }
    /** @description A script as it stands in the code. */
    ScriptSource: {
      tree: string
      framework: string
      file: string
      line: number
      endLine: number
      suites: string[]
      name: string
      pattern: string | null
      tags: string[]
      keys: string[]
      /** @enum {string|null} */
      skipped: 'skip' | 'todo' | null
      branch: string
      commit: string | null
      firstSeenAt: string
      lastSeenAt: string
      bodyChangedAt: string | null
      was: string | null
      movedAt: string | null
      movedBy: string | null
      goneAt: string | null
      /** @description The code, where it was sent with the scan. */
      code: string | null
    }
    /** @description A name that became a script of its own again. */
    ScriptSplit: {
      id: number
      name: string
      /** @description So many runs have their results there now. */
      runs: number
    }
    ScriptSplitDto: {
      script: number
      /** @description Which of its other names. */
      identity: string
    }
    /** @description What a decision about scripts did. */
    ScriptsDecided: {
      /** @description How many scripts it changed. */
      scripts: number
      /** @description How many cases were made. */
      cases: number
      /** @description The change of cases, which can be undone. */
      actId: number | null
    }
    SecretDto: {
      value: string
    }
    /** @description A project, for administrators of the server. */
    ServerProject: {
      id: number
      slug: string
      name: string
      /** @description Folders of the server, and hosts, where its sources may look. */
      folders: string[]
      hosts: string[]
      sources: number
    }
    ServerRightsDto: {
      serverAdmin?: boolean
      makesProjects?: boolean
    }
    /** @description Where somebody is signed in. */
    SessionRow: {
      id: number
      current: boolean
      createdAt: string
      lastSeenAt: string
      /** @description What the browser says of itself. */
      agent: string
      address: string
    }
    SignInDto: {
      /** Format: email */
      email: string
      password: string
    }
    /** @description How one can sign in here. */
    SignInWays: {
      /** @description What stands on the button of the other place where people can sign in; null where there is none. */
      oidc: string | null
      /** @description A forgotten password can be set anew by a link that comes by mail. */
      mail: boolean
    }
    SignOff: {
      id: number
      runId: number | null
      releaseId: number | null
      words: string
      open: {
        text: string
        count: number
      }[]
      by: string | null
      at: string
      reopenedAt: string | null
      reopenedBy: string | null
      reopenedWhy: string | null
    }
    SignOffDto: {
      /** @description One of both. */
      runId?: number
      releaseId?: number
      words: string
    }
    SignOffState: {
      current: components['schemas']['SignOff'] | null
      /** @description Of those before, the newest first. */
      past: components['schemas']['SignOff'][]
      /** @description What would be listed as open if it were signed off now. */
      open: {
        text: string
        count: number
      }[]
    }
    SlowList: {
      /** @description Slower, the dearest first; then faster. */
      changed: components['schemas']['PaceRow'][]
      slowest: components['schemas']['SlowRow'][]
      splits: components['schemas']['SplitRow'][]
      /** @description Tests and lanes that were looked at: enough runs in which the test passed. */
      looked: number
    }
    SlowRow: {
      script: components['schemas']['ScriptRef']
      cases: string[]
      lane: components['schemas']['LaneRef']
      runs: number
      /** @description Mean of the runs in which it passed. */
      meanMs: number
      /** @description Of the time of all tests of the lane; 0 to 1. */
      share: number
      lastRunId: number
    }
    SlowerTest: {
      name: string
      scriptId: number
      beforeMs: number
      afterMs: number
      build: string
      commit: string | null
      runId: number
      /** @description It creeps, and did not jump. */
      creeps: boolean
    }
    /** @description A place that is looked into at an interval, for teams who can't push. */
    Source: {
      id: number
      name: string
      kind: components['schemas']['SourceKind']
      /** @description The folder's path, or the address. */
      address: string
      pipeline: string
      branch: string
      environment: string
      /** @description The build's name, in which `{folder}` stands for the folder below the source; null names it by the file's time. */
      build: string | null
      everySeconds: number
      paused: boolean
      by: string
      nextAt: string
      lastAt: string | null
      /** @description How often it failed in a row, and why the last time. */
      failures: number
      problem: string | null
      /** @description How many files it brought so far. */
      brought: number
      /** @description The newest delivery it made. */
      lastDelivery: number | null
    }
    SourceDto: {
      name: string
      kind: components['schemas']['SourceKind']
      address: string
      pipeline: string
      branch: string
      environment: string
      /** @description The build’s name, in which `{folder}` stands for the folder below the source; without it the build is named by the file’s time. */
      build?: string | null
      everySeconds: number
    }
    /** @description A file that a source holds now, and what would become of it. */
    SourceFile: {
      name: string
      bytes: number
      build: string
      /** @description It was brought before, as it is. */
      known: boolean
      format: string | null
      totals: components['schemas']['OutcomeTotals'] | null
      /** @description Why it would be refused or passed over. */
      error: string | null
    }
    /**
     * @description Where a source looks: a folder of the server, or an address.
     * @enum {string}
     */
    SourceKind: 'folder' | 'http'
    SourceList: {
      rows: components['schemas']['Source'][]
      /** @description What the operator allows: folders below these, and these hosts; `*` is any. */
      folders: string[]
      hosts: string[]
    }
    SourceLook: {
      /** @description The first fifty. */
      files: components['schemas']['SourceFile'][]
      /** @description How many files there are, and how many of them are new. */
      count: number
      fresh: number
    }
    SourcePausedDto: {
      paused: boolean
    }
    SourcesAllowedDto: {
      /** @description Folders of the server, with all below them. */
      folders: string[]
      /** @description Hosts, with a port where it is not the usual one. */
      hosts: string[]
    }
    Space: {
      /** @description For so many days details are kept; null is for ever. */
      keepDetailsDays: number | null
      /** @description When `parts` were measured; null when they never were. */
      measuredAt: string | null
      parts: components['schemas']['SpacePart'][]
      /** @description Runs that the next night will forget the details of. */
      due: number
      /** @description Runs that somebody said to keep. */
      kept: number
      /** @description The newest first. */
      forgettings: components['schemas']['Forgetting'][]
    }
    /** @description What of a project takes space. */
    SpacePart: {
      /**
       * @description `outcomes`: results, kept for ever; `attempts`: their tries; `texts`: messages, stacks and output; `files`: as they were delivered.
       * @enum {string}
       */
      kind: 'outcomes' | 'attempts' | 'texts' | 'attachments' | 'files'
      rows: number
      bytes: number
      /** @description By its share of a table that all projects share. */
      estimated: boolean
    }
    SplitDto: {
      /** @description Wordings that are another cause. */
      signatures: number[]
    }
    /** @description How long the newest run of a lane would take on several machines. */
    SplitRow: {
      lane: components['schemas']['LaneRef']
      runId: number
      build: string
      tests: number
      /** @description All tests one after the other. */
      totalMs: number
      /** @description Split by expected time, a file staying together; `machines` in rising order. */
      splits: {
        machines: number
        ms: number
      }[]
      /** @description What no split goes below: the longest file, and the slowest test in it. */
      longest: {
        file: string
        ms: number
        script: components['schemas']['ScriptRef']
        scriptMs: number
      }
    }
    /** @description Keys that the code of tests does not declare, though a person or a rule linked them. */
    StampList: {
      rows: {
        file: string
        suites: string[]
        name: string
        framework: string
        keys: string[]
      }[]
    }
    StartDto: {
      /** @description Outside the record, and kept for a day. */
      trial?: boolean
    }
    StartRow: {
      id: number
      name: string
      planId: number | null
      at: string
      by: string | null
      /** @enum {string} */
      why: 'now' | 'trial' | 'once' | 'rule' | 'build' | 'plan' | 'call' | 'rerun'
      trial: boolean
      state: components['schemas']['StartState']
      pipeline: string
      branch: string
      build: string
      endedAt: string | null
      notes: components['schemas']['PlanNote'][]
      runs: {
        id: number
        environment: string
        profile: string | null
        failed: number
        total: number
        live: boolean
      }[]
      parts: {
        waiting: number
        running: number
        done: number
        failed: number
      }
      /** @description Cases that people do: how many there are, and how many are done. */
      manual: {
        total: number
        done: number
      }
      /** @description When the last part is expected to end; null where it is over, or waits for what nobody can tell. */
      endsAt: string | null
    }
    /** @enum {string} */
    StartState: 'queued' | 'going' | 'done' | 'stopped' | 'skipped'
    /** @enum {string} */
    Steadiness: 'proven' | 'maybe' | 'steady'
    StepDefect: {
      defectId: number
      draftVersion: number
    }
    StepDefectDto: {
      version: number
      /** @description From 0. */
      step: number
      title: string
      text: string
      /** @description A picture of the case that goes along. */
      fileId?: number | null
    }
    /** @description What was written down of a step so far. */
    StepDraft: {
      verdict: components['schemas']['Verdict'] | null
      /** @description What was found, in words. */
      actual: string
      /** @description The account that gave the verdict: several people may do one case in order. */
      by: number | null
      /** @description A defect that was reported from it. */
      defectId: number | null
    }
    StepDraftDto: {
      verdict: components['schemas']['Verdict'] | null
      actual: string
      by: number | null
      defectId: number | null
    }
    StopDto: {
      /** @description Only the parts of one run. */
      runId?: number
    }
    /** @description A build in which a cause was seen, or was not. */
    StripBuild: {
      build: string
      runId: number
      at: string
      /** @description Tests that failed this way in it. */
      tests: number
      /** @description How most of them ended. */
      outcome: components['schemas']['Outcome'] | null
    }
    /**
     * @description What an act may be about.
     * @enum {string}
     */
    SubjectKind:
      | 'account'
      | 'agent'
      | 'area'
      | 'assignment'
      | 'board'
      | 'case'
      | 'comment'
      | 'defect'
      | 'delivery'
      | 'environment'
      | 'failure'
      | 'feed'
      | 'handoff'
      | 'invitation'
      | 'job'
      | 'link'
      | 'member'
      | 'mute'
      | 'notificationRule'
      | 'part'
      | 'plan'
      | 'pool'
      | 'profile'
      | 'project'
      | 'quarantine'
      | 'recipe'
      | 'release'
      | 'requirement'
      | 'role'
      | 'run'
      | 'scan'
      | 'signOff'
      | 'script'
      | 'source'
      | 'start'
      | 'suite'
      | 'team'
      | 'token'
      | 'tracker'
      | 'view'
    /** @description How far suggestions are. */
    Suggesting: {
      running: boolean
      done: number
      scripts: number
      finishedAt: string | null
      /** @description Decisions about suggestions so far; from twenty on they say how sure the next ones are. */
      decisions: number
    }
    /** @description How often suggestions were right, by how sure they were. */
    SuggestionScore: {
      days: number
      decided: number
      right: number
      bands: {
        from: number
        decided: number
        right: number
      }[]
      /** @description Suggestions at least so sure are taken without a person. */
      decideAbove: number | null
    }
    SuiteCase: {
      id: number
      key: string
      title: string
      priority: number
      /** @enum {string} */
      state: 'draft' | 'approved' | 'retired'
      /** @description Scripts that verify it; none is done by hand. */
      scripts: number
      /** @description Outcomes of its newest builds, a digit each, oldest first: the worst of its scripts. */
      thread: string
      /** @description From history for scripts, as estimated by hand otherwise. */
      expectedMs: number | null
      owner: string | null
    }
    SuiteCasesDto: {
      /** @description Keys of all its cases, in order. */
      keys: string[]
    }
    SuiteDetail: {
      id: number
      folder: string
      name: string
      note: string
      filter: components['schemas']['SuiteFilter'] | null
      /** @description It ships with the project, and is copied to be used. */
      template: boolean
      cases: number
      snapshotAt: string | null
      plans: {
        id: number
        name: string
      }[]
      rows: components['schemas']['SuiteCase'][]
      /** @description On one agent, one after the other. */
      automatedMs: number
      byHandMs: number
      /** @description The lane that the threads are of. */
      lanes: string[]
      differences: components['schemas']['SuiteDifference'][]
    }
    /** @description What is different of a case since the suite was planned. */
    SuiteDifference: {
      key: string
      title: string
      /** @enum {string} */
      kind: 'added' | 'removed' | 'retired' | 'changed'
      /** @description In words, as “step 3, expected: …”. */
      details: string[]
    }
    SuiteDto: {
      folder: string
      name: string
      note: string
      /** @description Null: its cases are chosen one by one. */
      filter?: components['schemas']['SuiteFilterDto'] | null
      /** @description Read only, and copied to be used; who manages the project makes one, or takes that back. */
      template?: boolean
    }
    /** @description By which cases are in a suite; all that is set must hold. */
    SuiteFilter: {
      tags?: string[]
      priorities?: number[]
      /** @description An area, with everything below it. */
      areaId?: number
      ownerId?: number
      /** @description It verifies this requirement. */
      requirementId?: number
      states?: ('draft' | 'approved')[]
      /** @description Its last result failed or errored. */
      failedLast?: boolean
      /** @description It failed and passed in the newest builds. */
      unsteady?: boolean
      /** @description No result for so many days. */
      notRunDays?: number
      /** @description The case changed within so many days. */
      changedDays?: number
    }
    SuiteFilterDto: {
      tags?: string[]
      priorities?: number[]
      /** @description An area, with everything below it. */
      areaId?: number
      ownerId?: number
      /** @description It verifies this requirement. */
      requirementId?: number
      states?: ('draft' | 'approved')[]
      /** @description Its last result failed or errored. */
      failedLast?: boolean
      /** @description It failed and passed in the newest builds. */
      unsteady?: boolean
      /** @description No result for so many days. */
      notRunDays?: number
      /** @description The case changed within so many days. */
      changedDays?: number
    }
    SuiteList: {
      rows: components['schemas']['SuiteRow'][]
    }
    SuiteRow: {
      id: number
      folder: string
      name: string
      note: string
      filter: components['schemas']['SuiteFilter'] | null
      /** @description It ships with the project, and is copied to be used. */
      template: boolean
      cases: number
      snapshotAt: string | null
      plans: {
        id: number
        name: string
      }[]
    }
    /** @description A digit a build, oldest first; 0 where it has no result. */
    SuiteThread: {
      suiteId: number
      thread: string
      /** @description How the cases stand by their newest result. */
      failed: number
      errored: number
      passed: number
      other: number
      /** @description Without a result in the newest builds. */
      notRun: number
    }
    SuiteThreads: {
      rows: components['schemas']['SuiteThread'][]
    }
    /** @description People who own areas and source folders. */
    Team: {
      id: number
      name: string
      /** @description What its members may do besides what their own roles say; null adds nothing. */
      role: string | null
      folders: string[]
      members: {
        id: number
        name: string
      }[]
      areas: {
        id: number
        name: string
      }[]
    }
    TeamDto: {
      name: string
      /** @description What its members may do besides what their own roles say. */
      role?: string | null
      /** @description Source folders that it owns. */
      folders: string[]
      /** @description Numbers of the accounts of its members. */
      members: number[]
      /** @description Numbers of areas that it owns, with everything below them. */
      areas: number[]
    }
    TestLife: {
      script: components['schemas']['ScriptRef']
      cases: {
        key: string
        title: string
      }[]
      /** @description Oldest first: the newest thousand. */
      instances: components['schemas']['LifeInstance'][]
      /** @description How many there are in all. */
      total: number
      /** @description Oldest first. */
      marks: components['schemas']['LifeMark'][]
      steadiness: components['schemas']['Steadiness']
      /** @description Where it does worse than elsewhere, surest first. */
      where: components['schemas']['WhereOnly'][]
      /** @description Whether what was done last about it helped; null where nothing was. */
      helped: {
        at: string
        /** @enum {string} */
        what: 'resolved' | 'released'
        before: {
          bad: number
          of: number
        }
        after: {
          bad: number
          of: number
        }
        /** @description One-sided (Fisher): how likely so few bad runs afterwards are if nothing changed. */
        p: number
        /** @description Good runs in a row that it takes to see 95 % sure that it is gone, given the share before; null where it was never bad. */
        needed: number | null
        /** @enum {string} */
        verdict: 'helped' | 'not yet sure' | 'did not help'
      } | null
    }
    /** @description One action inside an attempt. */
    TestStep: {
      /** @description `Given`, `Before`, `setup` …: what kind of step it is, where the file says so. */
      keyword: string | null
      text: string
      outcome: components['schemas']['Outcome']
      durationMs: number | null
      message: string | null
      /** @description Steps inside this one. */
      steps: components['schemas']['TestStep'][]
    }
    /** @description Outcomes of many scripts over the last runs of one lane, one digit a run (outcome code, 0 for none), oldest first. */
    Threads: {
      points: components['schemas']['RunPoint'][]
      byScript: {
        [key: string]: string
      }
    }
    TiesDto: {
      /** @description Keys of cases that verify it. */
      add: string[]
      /** @description Keys of cases that verify it no more. */
      remove: string[]
    }
    /** @description A part of another page on a board. */
    Tile: {
      kind: components['schemas']['TileKind']
      /** @description Over the whole width, or over half of it. */
      wide: boolean
      /** @description Of day by day: what failures are told apart by. */
      by?: components['schemas']['DayPart']
      /** @description Of the weave and of builds: whose; by itself those of the pipeline with the most. */
      pipeline?: string
    }
    TileDto: {
      kind: components['schemas']['TileKind']
      wide: boolean
      by?: components['schemas']['DayPart']
      pipeline?: string
    }
    /** @enum {string} */
    TileKind:
      | 'brief'
      | 'runs'
      | 'weave'
      | 'days'
      | 'flaky'
      | 'slow'
      | 'areas'
      | 'builds'
      | 'causes'
      | 'failedMost'
      | 'automation'
      | 'activity'
    Today: {
      from: string
      to: string
      now: string
      lines: {
        id: string
        name: string
        about: string
        away: string | null
        bars: components['schemas']['TodayBar'][]
      }[]
      closed: {
        environment: string
        from: string
        to: string
        note: string
      }[]
      waiting: components['schemas']['PartRow'][]
      going: components['schemas']['StartRow'][]
      coming: {
        planId: number
        name: string
        at: string
        expectedMs: number | null
      }[]
    }
    TodayBar: {
      partId: number
      runId: number | null
      name: string
      from: string
      to: string
      state: components['schemas']['PartState']
      /**
       * @description What came of its tests so far.
       * @enum {string|null}
       */
      outcome: 'passed' | 'failed' | 'errored' | 'recovered' | null
      expectedTo: string | null
      trial: boolean
    }
    TokenRow: {
      id: number
      name: string
      scope: components['schemas']['TokenScope']
      by: string
      /** @description Whose it is: they may revoke it themselves. */
      accountId: number
      createdAt: string
      lastUsedAt: string | null
      /** @description It ends then; null for one that was made before tokens had an end. */
      expiresAt: string | null
    }
    /** @enum {string} */
    TokenScope: 'deliver' | 'read' | 'agent' | 'start'
    /**
     * @description Parts of a project that an open page may have to ask for anew.
     * @enum {string}
     */
    Topic:
      | 'cases'
      | 'scripts'
      | 'runs'
      | 'live'
      | 'suites'
      | 'plans'
      | 'agents'
      | 'environments'
      | 'members'
      | 'teams'
      | 'tokens'
      | 'views'
      | 'sources'
      | 'space'
      | 'project'
      | 'acts'
      | 'failures'
      | 'comments'
      | 'notifications'
      | 'boards'
      | 'manual'
      | 'requirements'
    TrackerDto: {
      name: string
      url: string
      /** @description Sent as a bearer token; undefined keeps the one that is set, null sends none. */
      token?: string | null
      /** @description What both sides sign with; by itself one is made, and shown once. */
      secret?: string
    }
    TrackerInfo: {
      name: string
      url: string
      hasToken: boolean
      /** @description Where the tracker sends its webhooks. */
      hook: string
      testedAt: string | null
      testOk: boolean | null
      testSaid: string | null
      /** @description Messages that wait for it. */
      waiting: number
      problem: string | null
    }
    TrackerState: {
      tracker: components['schemas']['TrackerInfo'] | null
      /** @description Shown once, when it was made. */
      secret?: string
    }
    /**
     * @description What becomes of a test that no case claims: it is set aside and listed; a case is made for it, in the area that mirrors its folder; or it is listed for a person to decide.
     * @enum {string}
     */
    UnknownTests: 'aside' | 'make' | 'ask'
    /** @description One place that could not be read. */
    UnreadFile: {
      file: string
      line: number
      column: number
      message: string
    }
    UnreadFileDto: {
      file: string
      line: number
      column: number
      message: string
    }
    /** @enum {string} */
    Verdict: 'passed' | 'failed' | 'errored' | 'skipped'
    /**
     * @description Pages of which views can be saved.
     * @enum {string}
     */
    ViewPage: 'cases' | 'scripts' | 'runs'
    /** @description Something a reader should know about a file that was read all the same. */
    Warning: {
      code: components['schemas']['WarningCode']
      message: string
      place: components['schemas']['Place']
      /** @description How many times it occurred; the place and message are those of the first. */
      count: number
    }
    /** @enum {string} */
    WarningCode:
      | 'illFormed'
      | 'encoding'
      | 'doctype'
      | 'duration'
      | 'timestamp'
      | 'cut'
      | 'severalOutcomes'
      | 'repeated'
      | 'status'
      | 'noTests'
      | 'nameless'
      | 'counts'
      | 'unexpectedPass'
      | 'mergedTeardown'
      | 'duplicateKey'
      | 'notResult'
      | 'otherFile'
    Weave: {
      /** @description Pipelines with builds in the lens, the one with the most first. */
      pipelines: {
        name: string
        builds: number
      }[]
      /** @description The pipeline that is shown; null where there is none. */
      pipeline: string | null
      /** @description Oldest first. */
      builds: components['schemas']['WeaveBuild'][]
      /** @description Tests that did not always pass, or all; by area, file and name. */
      rows: components['schemas']['WeaveRow'][]
      /** @description Tests with a result in the newest run of each lane. */
      tests: number
      /** @description Tests that would be rows, beyond the most that are told. */
      more: number
    }
    /** @description A build across the environments and profiles that the lens shows. */
    WeaveBuild: {
      id: number
      build: string
      branch: string
      commit: string | null
      author: string | null
      at: string
      /** @description Its runs, first to last. */
      runs: {
        id: number
        environment: string
        profile: string | null
        outage: boolean
      }[]
    }
    WeaveRow: {
      script: components['schemas']['ScriptRef']
      /** @description The top area of its case; null where it has none. */
      area: string | null
      cases: string[]
      /** @description A digit a build: the code of the worst outcome in any environment and profile, 0 where it has no result. Where a build has several runs in one lane, that of the latest one which has the test counts. */
      thread: string
    }
    /** @description Where a test does worse than elsewhere. */
    WhereOnly: {
      /** @description By what: environment, profile, agent, hour … */
      by: string
      value: string
      bad: number
      of: number
      /** @description The same of its runs elsewhere. */
      elsewhereBad: number
      elsewhereOf: number
      /** @description One-sided (Fisher), times the number of values that were tried (Bonferroni): at most 1. */
      p: number
    }
    WindowDto: {
      note: string
      minutes: number
      /** @description Once; or again and again. */
      at?: string
      recurrence?: components['schemas']['RecurrenceDto']
    }
    /** @description What an agent has to run. */
    Work: {
      part: number
      /** @description Names who holds the part: what is told with another one comes too late. */
      lease: string
      name: string
      recipe: {
        name: string
        source: string
        ref: string
        folder: string
        prepare: string
        command: string
        cleanUp: string
        results: string
        limitMinutes: number
      }
      /** @description Result files that are whole are delivered while the runner goes on. */
      follow: boolean
      /** @description The turns of a part run one after the other, each by a command of its own. */
      tests: {
        file: string
        suites: string[]
        name: string
        pattern: string | null
        keys: string[]
        turn: number
      }[]
      files: string[]
      keys: string[]
      variables: {
        [key: string]: string
      }
      secrets: {
        [key: string]: string
      }
      /** @description For delivering the results of this part, and nothing else. */
      token: string
      target: {
        pipeline: string
        branch: string
        build: string
        commit: string | null
        environment: string
        run: string
        profile: string | null
        release: string | null
        trial: boolean
        shard: number
      }
    }
    WorkAnswer: {
      work: components['schemas']['Work'] | null
      /** @description Parts that are to be stopped. */
      stop: number[]
      /** @description Parts that the agent has no more: another one has. */
      lost: number[]
    }
    WorkDto: {
      /** @description Of the agent, as it was registered. */
      key: string
      /** @description Parts that it runs, with the lease of each. */
      held: components['schemas']['HeldDto'][]
      /** @description So long it waits for work at most, in seconds; 0 answers at once. */
      wait: number
      /** @description It is free for one more. */
      free: boolean
      /** @description It ends, and asks for nothing more. */
      leaving?: boolean
    }
    Workload: {
      /** @description What one person works on one day, in milliseconds. */
      dayMs: number
      people: {
        person: components['schemas']['ManualPerson'] | null
        days: {
          day: string
          ms: number
        }[]
        laterMs: number
        overloadedOn: string | null
        cases: number
      }[]
    }
  }
  responses: never
  parameters: never
  requestBodies: never
  headers: never
  pathItems: never
}
export type AcceptDto = components['schemas']['AcceptDto']
export type AccountKind = components['schemas']['AccountKind']
export type AccountRow = components['schemas']['AccountRow']
export type ActKind = components['schemas']['ActKind']
export type ActList = components['schemas']['ActList']
export type ActRow = components['schemas']['ActRow']
export type ActUndone = components['schemas']['ActUndone']
export type ActivityKind = components['schemas']['ActivityKind']
export type ActivityList = components['schemas']['ActivityList']
export type ActivityRow = components['schemas']['ActivityRow']
export type ActivityState = components['schemas']['ActivityState']
export type ActorKind = components['schemas']['ActorKind']
export type AddCasesDto = components['schemas']['AddCasesDto']
export type Agent = components['schemas']['Agent']
export type AgentBoundsDto = components['schemas']['AgentBoundsDto']
export type AgentDto = components['schemas']['AgentDto']
export type AgentList = components['schemas']['AgentList']
export type AlikeCase = components['schemas']['AlikeCase']
export type AlikeFailures = components['schemas']['AlikeFailures']
export type AlikeList = components['schemas']['AlikeList']
export type ArchiveEntry = components['schemas']['ArchiveEntry']
export type AreaDeleted = components['schemas']['AreaDeleted']
export type AreaEditDto = components['schemas']['AreaEditDto']
export type AreaList = components['schemas']['AreaList']
export type AreaNode = components['schemas']['AreaNode']
export type AreaRow = components['schemas']['AreaRow']
export type AssignCasesDto = components['schemas']['AssignCasesDto']
export type AssignDto = components['schemas']['AssignDto']
export type AssignedCase = components['schemas']['AssignedCase']
export type AssignedState = components['schemas']['AssignedState']
export type AssignmentDetail = components['schemas']['AssignmentDetail']
export type AssignmentList = components['schemas']['AssignmentList']
export type AssignmentRow = components['schemas']['AssignmentRow']
export type AttachmentInfo = components['schemas']['AttachmentInfo']
export type AttemptDetail = components['schemas']['AttemptDetail']
export type AttemptFacts = components['schemas']['AttemptFacts']
export type BackgroundJobs = components['schemas']['BackgroundJobs']
export type BatchDto = components['schemas']['BatchDto']
export type BatchTaken = components['schemas']['BatchTaken']
export type Began = components['schemas']['Began']
export type Board = components['schemas']['Board']
export type BoardDto = components['schemas']['BoardDto']
export type BoardHead = components['schemas']['BoardHead']
export type BoardLens = components['schemas']['BoardLens']
export type BoardLensDto = components['schemas']['BoardLensDto']
export type BoardList = components['schemas']['BoardList']
export type BoardParts = components['schemas']['BoardParts']
export type Bounds = components['schemas']['Bounds']
export type Brief = components['schemas']['Brief']
export type BriefLook = components['schemas']['BriefLook']
export type BriefRun = components['schemas']['BriefRun']
export type BuildDetail = components['schemas']['BuildDetail']
export type BuildList = components['schemas']['BuildList']
export type BuildRow = components['schemas']['BuildRow']
export type BuildRun = components['schemas']['BuildRun']
export type BulkDto = components['schemas']['BulkDto']
export type BulkSetDto = components['schemas']['BulkSetDto']
export type ByHand = components['schemas']['ByHand']
export type CalendarAddress = components['schemas']['CalendarAddress']
export type CaseChange = components['schemas']['CaseChange']
export type CaseDetail = components['schemas']['CaseDetail']
export type CaseDone = components['schemas']['CaseDone']
export type CaseEditDto = components['schemas']['CaseEditDto']
export type CaseEdited = components['schemas']['CaseEdited']
export type CaseFacets = components['schemas']['CaseFacets']
export type CaseIntent = components['schemas']['CaseIntent']
export type CaseKeysDto = components['schemas']['CaseKeysDto']
export type CaseList = components['schemas']['CaseList']
export type CaseRow = components['schemas']['CaseRow']
export type CaseScript = components['schemas']['CaseScript']
export type CaseState = components['schemas']['CaseState']
export type CaseStep = components['schemas']['CaseStep']
export type CaseStepDto = components['schemas']['CaseStepDto']
export type CaseToDo = components['schemas']['CaseToDo']
export type Cause = components['schemas']['Cause']
export type CauseDto = components['schemas']['CauseDto']
export type CauseReason = components['schemas']['CauseReason']
export type Change = components['schemas']['Change']
export type ChangeAssignmentDto = components['schemas']['ChangeAssignmentDto']
export type ChangeEvent = components['schemas']['ChangeEvent']
export type CloseAssignmentDto = components['schemas']['CloseAssignmentDto']
export type CloseFeedDto = components['schemas']['CloseFeedDto']
export type Coming = components['schemas']['Coming']
export type CommentDto = components['schemas']['CommentDto']
export type CommentEditDto = components['schemas']['CommentEditDto']
export type CommentKind = components['schemas']['CommentKind']
export type CommentList = components['schemas']['CommentList']
export type CommentRow = components['schemas']['CommentRow']
export type ComparedKind = components['schemas']['ComparedKind']
export type ComparedRow = components['schemas']['ComparedRow']
export type Comparison = components['schemas']['Comparison']
export type CoverageSummary = components['schemas']['CoverageSummary']
export type Creep = components['schemas']['Creep']
export type DayList = components['schemas']['DayList']
export type DayPart = components['schemas']['DayPart']
export type DayRow = components['schemas']['DayRow']
export type DaySeries = components['schemas']['DaySeries']
export type DayTest = components['schemas']['DayTest']
export type DecideDto = components['schemas']['DecideDto']
export type Decided = components['schemas']['Decided']
export type Decision = components['schemas']['Decision']
export type DefectDraft = components['schemas']['DefectDraft']
export type DefectFound = components['schemas']['DefectFound']
export type DefectRef = components['schemas']['DefectRef']
export type DefectSearch = components['schemas']['DefectSearch']
export type DefectStateDto = components['schemas']['DefectStateDto']
export type DeliveredFile = components['schemas']['DeliveredFile']
export type DeliveryDetail = components['schemas']['DeliveryDetail']
export type DeliveryFile = components['schemas']['DeliveryFile']
export type DeliveryPlace = components['schemas']['DeliveryPlace']
export type DeliveryReport = components['schemas']['DeliveryReport']
export type DeliveryRow = components['schemas']['DeliveryRow']
export type DeliveryRun = components['schemas']['DeliveryRun']
export type DeliveryState = components['schemas']['DeliveryState']
export type DifferingFigure = components['schemas']['DifferingFigure']
export type DraftDto = components['schemas']['DraftDto']
export type DraftFile = components['schemas']['DraftFile']
export type DraftSaved = components['schemas']['DraftSaved']
export type EarlierResult = components['schemas']['EarlierResult']
export type Environment = components['schemas']['Environment']
export type EnvironmentDto = components['schemas']['EnvironmentDto']
export type EnvironmentList = components['schemas']['EnvironmentList']
export type Expected = components['schemas']['Expected']
export type ExpectedDto = components['schemas']['ExpectedDto']
export type Explanation = components['schemas']['Explanation']
export type Failure = components['schemas']['Failure']
export type FailureCommit = components['schemas']['FailureCommit']
export type FailureDecided = components['schemas']['FailureDecided']
export type FailureDetail = components['schemas']['FailureDetail']
export type FailureExample = components['schemas']['FailureExample']
export type FailureList = components['schemas']['FailureList']
export type FailureRow = components['schemas']['FailureRow']
export type FailureTest = components['schemas']['FailureTest']
export type FailureVariant = components['schemas']['FailureVariant']
export type Fault = components['schemas']['Fault']
export type FaultCode = components['schemas']['FaultCode']
export type FaultRow = components['schemas']['FaultRow']
export type FeedClosed = components['schemas']['FeedClosed']
export type FeedOpened = components['schemas']['FeedOpened']
export type FeedRow = components['schemas']['FeedRow']
export type FieldChange = components['schemas']['FieldChange']
export type FiguresRecount = components['schemas']['FiguresRecount']
export type FileWarnings = components['schemas']['FileWarnings']
export type Finding = components['schemas']['Finding']
export type FinishScanDto = components['schemas']['FinishScanDto']
export type FirstRun = components['schemas']['FirstRun']
export type FirstRunDto = components['schemas']['FirstRunDto']
export type FlakyList = components['schemas']['FlakyList']
export type FlakyRow = components['schemas']['FlakyRow']
export type FollowDto = components['schemas']['FollowDto']
export type Forgetting = components['schemas']['Forgetting']
export type FromTemplateDto = components['schemas']['FromTemplateDto']
export type GroupState = components['schemas']['GroupState']
export type HandOnDto = components['schemas']['HandOnDto']
export type Handoff = components['schemas']['Handoff']
export type HandoffDto = components['schemas']['HandoffDto']
export type HandoffList = components['schemas']['HandoffList']
export type HeldDto = components['schemas']['HeldDto']
export type ImportPreview = components['schemas']['ImportPreview']
export type ImportRow = components['schemas']['ImportRow']
export type Imported = components['schemas']['Imported']
export type InvitationAccepted = components['schemas']['InvitationAccepted']
export type InvitationRow = components['schemas']['InvitationRow']
export type InvitationSecretDto = components['schemas']['InvitationSecretDto']
export type InvitationSeen = components['schemas']['InvitationSeen']
export type Jump = components['schemas']['Jump']
export type KnockOnRule = components['schemas']['KnockOnRule']
export type LaneRef = components['schemas']['LaneRef']
export type LensOptions = components['schemas']['LensOptions']
export type LifeInstance = components['schemas']['LifeInstance']
export type LifeMark = components['schemas']['LifeMark']
export type LinkDecisionDto = components['schemas']['LinkDecisionDto']
export type LinkDecisionsDto = components['schemas']['LinkDecisionsDto']
export type LinkDefectDto = components['schemas']['LinkDefectDto']
export type LinkInfo = components['schemas']['LinkInfo']
export type LiveAttachmentDto = components['schemas']['LiveAttachmentDto']
export type LiveContentDto = components['schemas']['LiveContentDto']
export type LiveFailureDto = components['schemas']['LiveFailureDto']
export type LiveFaultDto = components['schemas']['LiveFaultDto']
export type LiveOutcome = components['schemas']['LiveOutcome']
export type LivePropertyDto = components['schemas']['LivePropertyDto']
export type LiveResultDto = components['schemas']['LiveResultDto']
export type LiveStepDto = components['schemas']['LiveStepDto']
export type LiveSums = components['schemas']['LiveSums']
export type Made = components['schemas']['Made']
export type MadeInvitation = components['schemas']['MadeInvitation']
export type MadeProject = components['schemas']['MadeProject']
export type MadeResetLink = components['schemas']['MadeResetLink']
export type MadeToken = components['schemas']['MadeToken']
export type MaintenanceWindow = components['schemas']['MaintenanceWindow']
export type ManualDraft = components['schemas']['ManualDraft']
export type ManualPerson = components['schemas']['ManualPerson']
export type MappingCase = components['schemas']['MappingCase']
export type MappingCounts = components['schemas']['MappingCounts']
export type MappingDecided = components['schemas']['MappingDecided']
export type MappingFilter = components['schemas']['MappingFilter']
export type MappingFinding = components['schemas']['MappingFinding']
export type MappingList = components['schemas']['MappingList']
export type MappingOverview = components['schemas']['MappingOverview']
export type MappingQuestion = components['schemas']['MappingQuestion']
export type MappingRow = components['schemas']['MappingRow']
export type MappingRule = components['schemas']['MappingRule']
export type MappingRuleDto = components['schemas']['MappingRuleDto']
export type MappingRuleKind = components['schemas']['MappingRuleKind']
export type MappingRules = components['schemas']['MappingRules']
export type MappingRulesDto = components['schemas']['MappingRulesDto']
export type MappingSuggestion = components['schemas']['MappingSuggestion']
export type Me = components['schemas']['Me']
export type Member = components['schemas']['Member']
export type MemberEditDto = components['schemas']['MemberEditDto']
export type MemberWork = components['schemas']['MemberWork']
export type MentionRow = components['schemas']['MentionRow']
export type MergeDto = components['schemas']['MergeDto']
export type Mine = components['schemas']['Mine']
export type MineCount = components['schemas']['MineCount']
export type Misfit = components['schemas']['Misfit']
export type Mute = components['schemas']['Mute']
export type MuteDto = components['schemas']['MuteDto']
export type MuteList = components['schemas']['MuteList']
export type MuteUntilDto = components['schemas']['MuteUntilDto']
export type Muted = components['schemas']['Muted']
export type NewAccountDto = components['schemas']['NewAccountDto']
export type NewAreaDto = components['schemas']['NewAreaDto']
export type NewCaseDto = components['schemas']['NewCaseDto']
export type NewDefectDto = components['schemas']['NewDefectDto']
export type NewInvitationDto = components['schemas']['NewInvitationDto']
export type NewPasswordDto = components['schemas']['NewPasswordDto']
export type NewProjectDto = components['schemas']['NewProjectDto']
export type NewScanDto = components['schemas']['NewScanDto']
export type NewTokenDto = components['schemas']['NewTokenDto']
export type NewViewDto = components['schemas']['NewViewDto']
export type NoticeKind = components['schemas']['NoticeKind']
export type NotificationLog = components['schemas']['NotificationLog']
export type NotificationLogRow = components['schemas']['NotificationLogRow']
export type NotificationRule = components['schemas']['NotificationRule']
export type NotificationRuleDto = components['schemas']['NotificationRuleDto']
export type NotificationRules = components['schemas']['NotificationRules']
export type OpenEnvironmentDto = components['schemas']['OpenEnvironmentDto']
export type OpenFeedDto = components['schemas']['OpenFeedDto']
export type Outcome = components['schemas']['Outcome']
export type OutcomeTotals = components['schemas']['OutcomeTotals']
export type OutlineDto = components['schemas']['OutlineDto']
export type OutlineMade = components['schemas']['OutlineMade']
export type PaceRow = components['schemas']['PaceRow']
export type PartEndDto = components['schemas']['PartEndDto']
export type PartList = components['schemas']['PartList']
export type PartLog = components['schemas']['PartLog']
export type PartLogDto = components['schemas']['PartLogDto']
export type PartRow = components['schemas']['PartRow']
export type PartState = components['schemas']['PartState']
export type PartTold = components['schemas']['PartTold']
export type PartWait = components['schemas']['PartWait']
export type PersonRef = components['schemas']['PersonRef']
export type Place = components['schemas']['Place']
export type PlaceDto = components['schemas']['PlaceDto']
export type PlanCell = components['schemas']['PlanCell']
export type PlanCellDto = components['schemas']['PlanCellDto']
export type PlanCellForecast = components['schemas']['PlanCellForecast']
export type PlanDetail = components['schemas']['PlanDetail']
export type PlanDto = components['schemas']['PlanDto']
export type PlanForecast = components['schemas']['PlanForecast']
export type PlanList = components['schemas']['PlanList']
export type PlanNote = components['schemas']['PlanNote']
export type PlanRow = components['schemas']['PlanRow']
export type PlanSuiteDto = components['schemas']['PlanSuiteDto']
export type PlanTime = components['schemas']['PlanTime']
export type PlanTimeDto = components['schemas']['PlanTimeDto']
export type Pool = components['schemas']['Pool']
export type PoolDto = components['schemas']['PoolDto']
export type ProblemDetails = components['schemas']['ProblemDetails']
export type Profile = components['schemas']['Profile']
export type ProfileDto = components['schemas']['ProfileDto']
export type ProjectEditDto = components['schemas']['ProjectEditDto']
export type ProjectInfo = components['schemas']['ProjectInfo']
export type ProjectRules = components['schemas']['ProjectRules']
export type PushDto = components['schemas']['PushDto']
export type PushReport = components['schemas']['PushReport']
export type PushedStepDto = components['schemas']['PushedStepDto']
export type PushedTestDto = components['schemas']['PushedTestDto']
export type QuarantineDto = components['schemas']['QuarantineDto']
export type QuarantineList = components['schemas']['QuarantineList']
export type QuarantineRow = components['schemas']['QuarantineRow']
export type Quarantined = components['schemas']['Quarantined']
export type QueuedDelivery = components['schemas']['QueuedDelivery']
export type Reason = components['schemas']['Reason']
export type Recipe = components['schemas']['Recipe']
export type RecipeDto = components['schemas']['RecipeDto']
export type RecipeList = components['schemas']['RecipeList']
export type RecipeParameter = components['schemas']['RecipeParameter']
export type RecipeParameterDto = components['schemas']['RecipeParameterDto']
export type Recounted = components['schemas']['Recounted']
export type Recurrence = components['schemas']['Recurrence']
export type RecurrenceDto = components['schemas']['RecurrenceDto']
export type RegionDto = components['schemas']['RegionDto']
export type RegisterDto = components['schemas']['RegisterDto']
export type Registered = components['schemas']['Registered']
export type Release = components['schemas']['Release']
export type ReleaseDto = components['schemas']['ReleaseDto']
export type ReleaseEnvironment = components['schemas']['ReleaseEnvironment']
export type ReleaseList = components['schemas']['ReleaseList']
export type ReleaseSummary = components['schemas']['ReleaseSummary']
export type RenameAnswerDto = components['schemas']['RenameAnswerDto']
export type ReopenDto = components['schemas']['ReopenDto']
export type Report = components['schemas']['Report']
export type ReportResult = components['schemas']['ReportResult']
export type ReportRow = components['schemas']['ReportRow']
export type ReportStep = components['schemas']['ReportStep']
export type ReportSum = components['schemas']['ReportSum']
export type RequirementCase = components['schemas']['RequirementCase']
export type RequirementDto = components['schemas']['RequirementDto']
export type RequirementLineDto = components['schemas']['RequirementLineDto']
export type RequirementLinesDto = components['schemas']['RequirementLinesDto']
export type RequirementList = components['schemas']['RequirementList']
export type RequirementMade = components['schemas']['RequirementMade']
export type RequirementRow = components['schemas']['RequirementRow']
export type RequirementScript = components['schemas']['RequirementScript']
export type RequirementState = components['schemas']['RequirementState']
export type RequirementsImported = components['schemas']['RequirementsImported']
export type RerunDto = components['schemas']['RerunDto']
export type ResetAcceptDto = components['schemas']['ResetAcceptDto']
export type ResetRequestDto = components['schemas']['ResetRequestDto']
export type ResetSecretDto = components['schemas']['ResetSecretDto']
export type ResetSeen = components['schemas']['ResetSeen']
export type ResolveDto = components['schemas']['ResolveDto']
export type ResultDetail = components['schemas']['ResultDetail']
export type ResultRow = components['schemas']['ResultRow']
export type ReviewDto = components['schemas']['ReviewDto']
export type Right = components['schemas']['Right']
export type RoleDto = components['schemas']['RoleDto']
export type RoleRow = components['schemas']['RoleRow']
export type RowResult = components['schemas']['RowResult']
export type RunCause = components['schemas']['RunCause']
export type RunCauses = components['schemas']['RunCauses']
export type RunDetail = components['schemas']['RunDetail']
export type RunFeeds = components['schemas']['RunFeeds']
export type RunList = components['schemas']['RunList']
export type RunOfBuild = components['schemas']['RunOfBuild']
export type RunPoint = components['schemas']['RunPoint']
export type RunRow = components['schemas']['RunRow']
export type RunRows = components['schemas']['RunRows']
export type RunScope = components['schemas']['RunScope']
export type RunTrigger = components['schemas']['RunTrigger']
export type SaveDraftDto = components['schemas']['SaveDraftDto']
export type SavedView = components['schemas']['SavedView']
export type ScanChange = components['schemas']['ScanChange']
export type ScanCounts = components['schemas']['ScanCounts']
export type ScanList = components['schemas']['ScanList']
export type ScanOpened = components['schemas']['ScanOpened']
export type ScanReport = components['schemas']['ScanReport']
export type ScanRow = components['schemas']['ScanRow']
export type ScannedTestDto = components['schemas']['ScannedTestDto']
export type ScannedTestsDto = components['schemas']['ScannedTestsDto']
export type ScriptAlias = components['schemas']['ScriptAlias']
export type ScriptDetail = components['schemas']['ScriptDetail']
export type ScriptHistory = components['schemas']['ScriptHistory']
export type ScriptList = components['schemas']['ScriptList']
export type ScriptRef = components['schemas']['ScriptRef']
export type ScriptRow = components['schemas']['ScriptRow']
export type ScriptSource = components['schemas']['ScriptSource']
export type ScriptSplit = components['schemas']['ScriptSplit']
export type ScriptSplitDto = components['schemas']['ScriptSplitDto']
export type ScriptsDecided = components['schemas']['ScriptsDecided']
export type SecretDto = components['schemas']['SecretDto']
export type ServerProject = components['schemas']['ServerProject']
export type ServerRightsDto = components['schemas']['ServerRightsDto']
export type SessionRow = components['schemas']['SessionRow']
export type SignInDto = components['schemas']['SignInDto']
export type SignInWays = components['schemas']['SignInWays']
export type SignOff = components['schemas']['SignOff']
export type SignOffDto = components['schemas']['SignOffDto']
export type SignOffState = components['schemas']['SignOffState']
export type SlowList = components['schemas']['SlowList']
export type SlowRow = components['schemas']['SlowRow']
export type SlowerTest = components['schemas']['SlowerTest']
export type Source = components['schemas']['Source']
export type SourceDto = components['schemas']['SourceDto']
export type SourceFile = components['schemas']['SourceFile']
export type SourceKind = components['schemas']['SourceKind']
export type SourceList = components['schemas']['SourceList']
export type SourceLook = components['schemas']['SourceLook']
export type SourcePausedDto = components['schemas']['SourcePausedDto']
export type SourcesAllowedDto = components['schemas']['SourcesAllowedDto']
export type Space = components['schemas']['Space']
export type SpacePart = components['schemas']['SpacePart']
export type SplitDto = components['schemas']['SplitDto']
export type SplitRow = components['schemas']['SplitRow']
export type StampList = components['schemas']['StampList']
export type StartDto = components['schemas']['StartDto']
export type StartRow = components['schemas']['StartRow']
export type StartState = components['schemas']['StartState']
export type Steadiness = components['schemas']['Steadiness']
export type StepDefect = components['schemas']['StepDefect']
export type StepDefectDto = components['schemas']['StepDefectDto']
export type StepDraft = components['schemas']['StepDraft']
export type StepDraftDto = components['schemas']['StepDraftDto']
export type StopDto = components['schemas']['StopDto']
export type StripBuild = components['schemas']['StripBuild']
export type SubjectKind = components['schemas']['SubjectKind']
export type Suggesting = components['schemas']['Suggesting']
export type SuggestionScore = components['schemas']['SuggestionScore']
export type SuiteCase = components['schemas']['SuiteCase']
export type SuiteCasesDto = components['schemas']['SuiteCasesDto']
export type SuiteDetail = components['schemas']['SuiteDetail']
export type SuiteDifference = components['schemas']['SuiteDifference']
export type SuiteDto = components['schemas']['SuiteDto']
export type SuiteFilter = components['schemas']['SuiteFilter']
export type SuiteFilterDto = components['schemas']['SuiteFilterDto']
export type SuiteList = components['schemas']['SuiteList']
export type SuiteRow = components['schemas']['SuiteRow']
export type SuiteThread = components['schemas']['SuiteThread']
export type SuiteThreads = components['schemas']['SuiteThreads']
export type Team = components['schemas']['Team']
export type TeamDto = components['schemas']['TeamDto']
export type TestLife = components['schemas']['TestLife']
export type TestStep = components['schemas']['TestStep']
export type Threads = components['schemas']['Threads']
export type TiesDto = components['schemas']['TiesDto']
export type Tile = components['schemas']['Tile']
export type TileDto = components['schemas']['TileDto']
export type TileKind = components['schemas']['TileKind']
export type Today = components['schemas']['Today']
export type TodayBar = components['schemas']['TodayBar']
export type TokenRow = components['schemas']['TokenRow']
export type TokenScope = components['schemas']['TokenScope']
export type Topic = components['schemas']['Topic']
export type TrackerDto = components['schemas']['TrackerDto']
export type TrackerInfo = components['schemas']['TrackerInfo']
export type TrackerState = components['schemas']['TrackerState']
export type UnknownTests = components['schemas']['UnknownTests']
export type UnreadFile = components['schemas']['UnreadFile']
export type UnreadFileDto = components['schemas']['UnreadFileDto']
export type Verdict = components['schemas']['Verdict']
export type ViewPage = components['schemas']['ViewPage']
export type Warning = components['schemas']['Warning']
export type WarningCode = components['schemas']['WarningCode']
export type Weave = components['schemas']['Weave']
export type WeaveBuild = components['schemas']['WeaveBuild']
export type WeaveRow = components['schemas']['WeaveRow']
export type WhereOnly = components['schemas']['WhereOnly']
export type WindowDto = components['schemas']['WindowDto']
export type Work = components['schemas']['Work']
export type WorkAnswer = components['schemas']['WorkAnswer']
export type WorkDto = components['schemas']['WorkDto']
export type Workload = components['schemas']['Workload']
export type $defs = Record<string, never>
export interface operations {
  calendarCalendar: {
    parameters: {
      query?: never
      header?: never
      path: {
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/calendar': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  firstRunGet: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FirstRun']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  firstRunMake: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['FirstRunDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  invitationsAccept: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AcceptDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['InvitationAccepted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  invitationsLook: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['InvitationSecretDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['InvitationSeen']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  oidcCallback: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/html': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  oidcStart: {
    parameters: {
      query?: {
        /** @description A path of Bobbin to go to afterwards. */
        to?: string
      }
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/html': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  openApiDocument: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/openapi+json': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  passwordResetRequest: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ResetRequestDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  passwordResetAccept: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ResetAcceptDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  passwordResetLook: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ResetSecretDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ResetSeen']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  projectsMake: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewProjectDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MadeProject']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  projectsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ProjectEditDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MadeProject']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  auditList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        /** @description One subject, as kind:id. */
        subject?: string
        kind?: components['schemas']['ActKind']
        actor?: components['schemas']['ActorKind']
        /** @description The number of somebody's account. */
        account?: number
        /** @description Words in the name of the subject. */
        search?: string
        /** @description From this day on, or until it, as YYYY-MM-DD. */
        from?: string
        until?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ActList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  auditExport: {
    parameters: {
      query: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        /** @description One subject, as kind:id. */
        subject?: string
        kind?: components['schemas']['ActKind']
        actor?: components['schemas']['ActorKind']
        /** @description The number of somebody's account. */
        account?: number
        /** @description Words in the name of the subject. */
        search?: string
        /** @description From this day on, or until it, as YYYY-MM-DD. */
        from?: string
        until?: string
        format: 'csv' | 'ndjson'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/csv': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  auditUndo: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ActUndone']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  agentsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AgentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  agentsRegister: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RegisterDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Registered']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  agentsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AgentDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AgentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  agentsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  workWork: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['WorkDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['WorkAnswer']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  areasList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AreaNode'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  areasMake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewAreaDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AreaNode']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  areasDelete: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AreaDeleted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  areasEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AreaEditDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AreaNode']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesHandOn: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['HandOnDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseToDo']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesAgain: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesDefect: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['StepDefectDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StepDefect']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesSave: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SaveDraftDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DraftSaved']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesAddFile: {
    parameters: {
      query?: {
        /** @description From 0; without one it belongs to the case as a whole. */
        step?: number
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'multipart/form-data': {
          file?: string[]
        }
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DraftFile']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesFile: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        file: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/octet-stream': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesRemoveFile: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        file: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesFinish: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SaveDraftDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseDone']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignedCasesTake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsList: {
    parameters: {
      query?: {
        /** @description Those with something for who asks. */
        mine?: 'true'
        /** @description Those with something to be done. */
        open?: 'true'
        run?: number
        start?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AssignmentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsAssign: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AssignCasesDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AssignmentDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsWorkload: {
    parameters: {
      query?: {
        /** @description The time zone in which days are told, such as Europe/Oslo. */
        zone?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Workload']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AssignmentDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsChange: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ChangeAssignmentDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AssignmentDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  assignmentsClose: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CloseAssignmentDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AssignmentDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  attachmentsContent: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/octet-stream': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  attachmentsEntries: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ArchiveEntry'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  attachmentsThumbnail: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'image/webp': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BoardList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['BoardDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Board']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsHead: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BoardHead']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsChange: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['BoardDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Board']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsPart: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        part: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BoardParts']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsOpen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Board']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  boardsClose: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Board']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  briefGet: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        /** @description Only what came since then. */
        since?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Brief']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  briefLook: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BriefLook']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  buildsList: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        /** @description By itself the one with the most builds. */
        pipeline?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BuildList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  buildsCompare: {
    parameters: {
      query: {
        /** @description The id of a run. */
        left: number
        right: number
        /** @description Which rows are told, comma-separated; by itself those that differ. */
        kinds?: components['schemas']['ComparedKind'][]
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Comparison']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  buildsGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BuildDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  calendarAddress: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CalendarAddress']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  caseTablesExport: {
    parameters: {
      query: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        /** @description In key, title, tags and owner. */
        search?: string
        /** @description An area and everything below it. */
        area?: number
        /** @description Those that no script verifies. */
        only?: 'uncovered'
        state?: components['schemas']['CaseState'][]
        priority?: number[]
        intent?: components['schemas']['CaseIntent'][]
        /** @description Ids of accounts; 0 is nobody. */
        owner?: number[]
        tag?: string
        /** @description A column; with a dash before it, the other way round. Without it, in the order of the areas. */
        sort?: string
        format: 'csv' | 'xlsx' | 'json'
        /** @description Only these, by key. */
        keys?: string[]
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/csv': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  caseTablesImport: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'multipart/form-data': {
          file?: string[]
        }
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Imported']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  caseTablesPreview: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'multipart/form-data': {
          file?: string[]
        }
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ImportPreview']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        /** @description In key, title, tags and owner. */
        search?: string
        /** @description An area and everything below it. */
        area?: number
        /** @description Those that no script verifies. */
        only?: 'uncovered'
        state?: components['schemas']['CaseState'][]
        priority?: number[]
        intent?: components['schemas']['CaseIntent'][]
        /** @description Ids of accounts; 0 is nobody. */
        owner?: number[]
        tag?: string
        /** @description A column; with a dash before it, the other way round. Without it, in the order of the areas. */
        sort?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesMake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewCaseDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseEdited']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesBulk: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['BulkDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseChange']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesDelete: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CaseKeysDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseChange']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesFacets: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseFacets']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesFromTemplate: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['FromTemplateDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['OutlineMade']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesOutline: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['OutlineDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['OutlineMade']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  casesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        key: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CaseEditDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseEdited']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsOfCase: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CaseScript'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsList: {
    parameters: {
      query: {
        kind: components['schemas']['CommentKind']
        /** @description The id; run:script of a result, case:step of a step. */
        subject: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CommentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CommentDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CommentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CommentEditDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CommentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsSearch: {
    parameters: {
      query?: {
        search?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DefectSearch']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsLook: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsSetState: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['DefectStateDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  intakeDeliver: {
    parameters: {
      query: {
        pipeline: string
        build: string
        branch: string
        environment: string
        commit?: string
        /** @description Who made the change that is built. */
        author?: string
        /** @description The page of the build in its pipeline. */
        address?: string
        /** @description Paths that the build changed, from the root of the repository. */
        changedFiles?: string[]
        /** @description What this run is called among those of its build in its environment, such as “rerun-1”: without a name there is one. A test has the outcome of the latest run of the build that has it. */
        run?: string
        /** @description A trial stays out of the record: no history, comparison or sum has it. */
        trial?: 'true'
        /** @description What it was tested on: a browser, a device, an operating system. */
        profile?: string
        /** @description The version that is being made ready. One that is new is made. */
        release?: string
        /** @description Whether all tests of the suite ran, or a part of them: a test that is missing in the whole is gone, in a part it is not in the run. */
        scope?: components['schemas']['RunScope']
        source?: 'cli' | 'web' | 'fetched'
        /** @description How large its files are together: a large delivery is stored first, and read when somebody is free. */
        bytes?: number
        /** @description Which shard of the run it brings, from 1. */
        shard?: number
        /** @description How many shards the run has: it is live until all are in. */
        shards?: number
        /** @description The folder of the sources where the runner ran, as an absolute path: reports that name files by absolute paths are read below it. */
        root?: string
        /** @description What the names of the files begin with that says nothing about them: the rest may tell tests apart (TAP). */
        base?: string
        /** @description More results of the same part of a plan follow: were its agent lost, what is missing would be run again. */
        more?: 'true'
        /** @description Nothing more will come: shards that are missing are not waited for. */
        close?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'multipart/form-data': {
          file?: string[]
        }
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryReport']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesOriginal: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        file: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/octet-stream': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesReadAgain: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        file: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryFile']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesMove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PlaceDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  queueReport: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryReport']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  queueRetry: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  deliveriesUndo: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DeliveryDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['EnvironmentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['EnvironmentDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['EnvironmentDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsOpen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['OpenEnvironmentDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsClose: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsProbe: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsSetSecret: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        name: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SecretDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  environmentsRemoveSecret: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        name: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Environment']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  eventsEvents: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/event-stream': components['schemas']['Began'] | components['schemas']['ChangeEvent']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresList: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        state?: components['schemas']['GroupState']
        /** @description What was decided, or that nothing was. */
        cause?: components['schemas']['Cause'] | 'none'
        area?: number
        team?: number
        /** @description Whom it was assigned to, or who owns a case behind it. */
        owner?: number
        /** @description Assigned to who is signed in, or to one of their teams. */
        mine?: 'true'
        search?: string
        /** @description Only what was seen in this run. */
        run?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresOfRun: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RunCauses']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresScore: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuggestionScore']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresGet: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        limit?: number
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresAssign: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AssignDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresDecide: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CauseDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresLink: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['LinkDefectDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresReport: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewDefectDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresDraft: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DefectDraft']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresExpect: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ExpectedDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresMerge: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MergeDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresMute: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MuteUntilDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Muted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresReopen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresRerun: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StartRow']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresResolve: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ResolveDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  failuresSplit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SplitDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FailureDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  feedsOpen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['OpenFeedDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FeedOpened']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  feedsTake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['BatchDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BatchTaken']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  feedsClose: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['CloseFeedDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FeedClosed']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsFollow: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['FollowDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['CommentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  handoffsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['HandoffList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  handoffsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['HandoffDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['HandoffList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  handoffsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['HandoffDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['HandoffList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  handoffsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  invitationsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['InvitationRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  invitationsMake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewInvitationDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MadeInvitation']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  invitationsWithdraw: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  lensLens: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['LensOptions']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingOverview: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingOverview']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingAlike: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AlikeList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingDifferent: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingDecide: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['LinkDecisionsDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingPush: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PushDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PushReport']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingAnswer: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RenameAnswerDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingOverview']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingReview: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ReviewDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingRules: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingSetRules: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MappingRulesDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingPreview: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MappingRulesDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        search?: string
        only?: components['schemas']['MappingFilter']
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MappingList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingSplit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ScriptSplitDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptSplit']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingStamps: {
    parameters: {
      query: {
        /** @description What the source tree is called. */
        tree: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StampList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mappingSuggest: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      202: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Suggesting']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleMembers: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Member'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleRemoveMember: {
    parameters: {
      query?: {
        /** @description The account that owns their cases from now on. */
        heir?: number
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleSetRole: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MemberEditDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Member']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleWork: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MemberWork']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsMine: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Mine']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsCount: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MineCount']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsReadAll: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  commentsRead: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MuteList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesMute: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['MuteDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Muted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesUnmute: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Muted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsLog: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['NotificationLog']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['NotificationRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NotificationRuleDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['NotificationRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NotificationRuleDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['NotificationRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  notificationsTryOut: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsEnd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PartEndDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsLog: {
    parameters: {
      query?: {
        from?: number
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PartLog']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsTell: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PartLogDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PartTold']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsStop: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PlanList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PlanDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PlanDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansToday: {
    parameters: {
      query?: {
        /** @description The moment that the day begins with; by itself midnight UTC. */
        from?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Today']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PlanDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PlanDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PlanDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansDuplicate: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PlanDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  plansStart: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['StartDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StartRow']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  poolsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PoolDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AgentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  poolsEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['PoolDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AgentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  poolsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  profilesAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ProfileDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['EnvironmentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  profilesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ProfileDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['EnvironmentList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  profilesRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesQuarantined: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['QuarantineList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesQuarantine: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['QuarantineDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Quarantined']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  mutesRelease: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Muted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  queueList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['QueuedDelivery'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  recipesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RecipeList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  recipesAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RecipeDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RecipeList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  recipesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RecipeDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RecipeList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  recipesRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  recountRecount: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Recounted']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  releasesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ReleaseList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  releasesAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ReleaseDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ReleaseSummary']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  releasesGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ReleaseSummary']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  releasesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ReleaseDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ReleaseSummary']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  releasesRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  reportGet: {
    parameters: {
      query?: {
        release?: number
        plan?: number
        run?: number
        /** @description Only these environments, by name. */
        environments?: string[]
        person?: string
        /** @description The time zone in which moments are written, such as Europe/Oslo. */
        zone?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Report']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  reportCsv: {
    parameters: {
      query?: {
        release?: number
        plan?: number
        run?: number
        /** @description Only these environments, by name. */
        environments?: string[]
        person?: string
        /** @description The time zone in which moments are written, such as Europe/Oslo. */
        zone?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/csv': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  reportPdf: {
    parameters: {
      query?: {
        release?: number
        plan?: number
        run?: number
        /** @description Only these environments, by name. */
        environments?: string[]
        person?: string
        /** @description The time zone in which moments are written, such as Europe/Oslo. */
        zone?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/pdf': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  reportXlsx: {
    parameters: {
      query?: {
        release?: number
        plan?: number
        run?: number
        /** @description Only these environments, by name. */
        environments?: string[]
        person?: string
        /** @description The time zone in which moments are written, such as Europe/Oslo. */
        zone?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsList: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        /** @description The key of a case: only what it verifies. */
        case?: string
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RequirementList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RequirementDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RequirementMade']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsImport: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RequirementLinesDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RequirementsImported']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsChange: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RequirementDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  requirementsTie: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['TiesDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleRoles: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RoleRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleMakeRole: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RoleDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RoleRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleEditRole: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RoleDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RoleRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleRemoveRole: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RoleRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  projectsRules: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ProjectRules']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsList: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RunList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsGet: {
    parameters: {
      query?: {
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RunDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsExport: {
    parameters: {
      query: {
        format: 'csv' | 'json' | 'junit' | 'ctrf'
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'text/csv': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  keepingKeep: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  keepingLetGo: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsOfRunList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['PartList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  partsOfRunRerun: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['RerunDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StartRow']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsRows: {
    parameters: {
      query: {
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        change: components['schemas']['Change']
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['RunRows']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsResult: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        script: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ResultDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  attachmentsZip: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        script: number
        ordinal: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/zip': string
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  stopStop: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  stopTakeBack: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  runsThreads: {
    parameters: {
      query: {
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description Ids, comma-separated. */
        scripts: number[]
      }
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Threads']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scansList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScanList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scansOpen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewScanDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScanOpened']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scansFinish: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['FinishScanDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScanReport']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scansAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ScannedTestsDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        search?: string
        only?: 'unlinked' | 'aside' | 'unknownKeys'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsDecide: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['DecideDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptsDecided']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsLink: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  scriptsUnlink: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ScriptDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  signOffsState: {
    parameters: {
      query?: {
        run?: number
        release?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SignOffState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  signOffsSign: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SignOffDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SignOffState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  signOffsReopen: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ReopenDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SignOffState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SourceList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourceDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Source']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesLook: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourceDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SourceLook']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourceDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Source']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesPause: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourcePausedDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Source']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesFetchNow: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Source']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sourcesLookAgain: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourceDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SourceLook']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  keepingSpace: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Space']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  keepingForget: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Space']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  keepingMeasure: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Space']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  startsGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['StartRow']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  startsStop: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['StopDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesAdd: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SuiteDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesThreads: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteThreads']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesGet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesEdit: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SuiteDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesSetCases: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SuiteCasesDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesAddCases: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['AddCasesDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesCopy: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  suitesUpdateSnapshot: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SuiteDetail']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleTeams: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Team'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleMakeTeam: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['TeamDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Team'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleEditTeam: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['TeamDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Team'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  peopleRemoveTeam: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Team'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  lifeLife: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['TestLife']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  tokensList: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['TokenRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  tokensMake: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewTokenDto']
      }
    }
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MadeToken']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  tokensRevoke: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsTracker: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['TrackerState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsSet: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['TrackerDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['TrackerState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  defectsTest: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['TrackerState']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsActivity: {
    parameters: {
      query?: {
        /** @description Comma-separated; by itself all. */
        kinds?: components['schemas']['ActivityKind'][]
        environment?: string
        state?: components['schemas']['ActivityState'] | 'red'
        /** @description The name of who began it. */
        person?: string
        /** @description The name of a suite that it runs. */
        suite?: string
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ActivityList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsByArea: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        by?: 'area' | 'suite' | 'requirement'
        /** @description The id of the plan whose newest start is counted; by itself that of each plan. */
        plan?: number
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AreaList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsDayByDay: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        /** @description By what failures are told apart. */
        by?: components['schemas']['DayPart']
        /** @description The first day of what is to be explained; by itself what stands out. */
        from?: string
        /** @description The last day; by itself the first. */
        to?: string
        /** @description Leaves out runs that count as an outage. */
        outages?: 'without'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['DayList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsFlaky: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FlakyList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsRecount: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['FiguresRecount']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trendsSlowest: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SlowList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  viewsList: {
    parameters: {
      query: {
        page: components['schemas']['ViewPage']
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SavedView'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  viewsKeep: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewViewDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SavedView'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  viewsRemove: {
    parameters: {
      query?: never
      header?: never
      path: {
        project: string
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  weaveWeave: {
    parameters: {
      query?: {
        branch?: string
        /** @description Comma-separated names. */
        environments?: string[]
        /** @description How many of the newest builds of each lane are looked at. */
        span?: number
        /** @description A browser, device or operating system that runs were made on. */
        profile?: string
        release?: string
        /** @description Trial runs, in place of the record. */
        trial?: 'true'
        /** @description By itself the one with the most builds. */
        pipeline?: string
        /** @description Tests that always passed, too. */
        all?: 'true'
      }
      header?: never
      path: {
        project: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Weave']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverAccounts: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AccountRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverSetRights: {
    parameters: {
      query?: never
      header?: never
      path: {
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['ServerRightsDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['AccountRow']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverResetLink: {
    parameters: {
      query?: never
      header?: never
      path: {
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      201: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['MadeResetLink']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverAuditList: {
    parameters: {
      query?: {
        /** @description At most so many rows. */
        limit?: number
        /** @description So many rows stand before the first one. */
        offset?: number
        /** @description One subject, as kind:id. */
        subject?: string
        kind?: components['schemas']['ActKind']
        actor?: components['schemas']['ActorKind']
        /** @description The number of somebody's account. */
        account?: number
        /** @description Words in the name of the subject. */
        search?: string
        /** @description From this day on, or until it, as YYYY-MM-DD. */
        from?: string
        until?: string
      }
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ActList']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  jobsList: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BackgroundJobs']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  jobsRetry: {
    parameters: {
      query?: never
      header?: never
      path: {
        id: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BackgroundJobs']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverProjects: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ServerProject'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  serverAllowSources: {
    parameters: {
      query?: never
      header?: never
      path: {
        id: number
      }
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SourcesAllowedDto']
      }
    }
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['ServerProject']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsMe: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['Me']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsSignIn: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['SignInDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsSignOut: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsChangePassword: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody: {
      content: {
        'application/json': components['schemas']['NewPasswordDto']
      }
    }
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsList: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SessionRow'][]
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsEndAll: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  sessionsEnd: {
    parameters: {
      query?: never
      header?: never
      path: {
        id: number
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  passwordResetWays: {
    parameters: {
      query?: never
      header?: never
      path?: never
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['SignInWays']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  trackerHooksHear: {
    parameters: {
      query?: never
      header?: never
      path: {
        hook: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done, nothing to say */
      204: {
        headers: {
          [name: string]: unknown
        }
        content?: never
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  wallWall: {
    parameters: {
      query?: never
      header?: never
      path: {
        key: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BoardHead']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
  wallWallPart: {
    parameters: {
      query?: never
      header?: never
      path: {
        key: string
        part: string
      }
      cookie?: never
    }
    requestBody?: never
    responses: {
      /** @description Done */
      200: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/json': components['schemas']['BoardParts']
        }
      }
      /** @description What went wrong */
      default: {
        headers: {
          [name: string]: unknown
        }
        content: {
          'application/problem+json': components['schemas']['ProblemDetails']
        }
      }
    }
  }
}
