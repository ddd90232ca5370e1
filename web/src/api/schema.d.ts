// Generated from the Rust types by `cargo xtask generate`. Do not edit.

export interface paths {
    "/api/evaluate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Evaluate every option of a build, with remedies unless they are not wanted. */
        post: operations["evaluate"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/find": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Search: every combination of parts, teeth and wheels in an option, at most five million. */
        post: operations["find"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/workbench": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Everything the workbench shows of a build: the evaluation, and envelopes and sums of one option. */
        post: operations["workbench"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/typical": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Values for what people do not know. */
        get: operations["typical"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/templates": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Kinds of machine to start from. */
        get: operations["templates"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/templates/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A build to start from. */
        get: operations["template"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/schema/{what}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The JSON Schema of a document. */
        get: operations["schema"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/openapi.json": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** This description. */
        get: operations["openapi"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/candidates": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Parts of the shelf with their effect on a build. */
        post: operations["candidates"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/remedies": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What would fix a check. */
        post: operations["remedies"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sums": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Every headline figure of an option with its working. */
        post: operations["sums"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/guesses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Figures nobody measured, the one that moves the weakest link most first. */
        post: operations["guesses"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/schools": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Where practice is split, with this build's numbers. */
        post: operations["schools"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/side-by-side": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Options side by side, question by question. */
        post: operations["sideBySide"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/strip": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Where an option holds over the range of one figure. */
        post: operations["strip"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/known": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A motor worked out from whatever is known of it. */
        post: operations["workedOut"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/rewound": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Resistance, Ω, of another winding of the same iron. */
        get: operations["rewound"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/line": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A line of words, or a seller's text, read into figures. */
        post: operations["partLine"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/propose": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Three machines of the shelf for the job, or what comes nearest. */
        post: operations["propose"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/teeth/grid": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What every pair of teeth at a stage does. */
        post: operations["toothGrid"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/teeth/ratio": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The ratio a stage needs, and pairs of teeth near it. */
        post: operations["ratioNeeded"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/guide": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Which kind of motor, each point with its reason. */
        post: operations["motorGuide"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/reading": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What the figures of a motor say. */
        post: operations["motorReading"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/swap": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What a smaller motor with a higher Kv does without regearing; null for any other motor. */
        post: operations["motorSwap"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/slower": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Three ways to go slower; null where nothing is to spare. */
        post: operations["slowerWays"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/motors/size-code": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the size code in a text says; null for none. */
        get: operations["sizeCode"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** All builds, newest change first. */
        get: operations["builds"];
        put?: never;
        /** Store a new build. */
        post: operations["createBuild"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One build. */
        get: operations["build"];
        /** Save a build that was edited. */
        put: operations["saveBuild"];
        post?: never;
        /** Put a build into the bin. */
        delete: operations["deleteBuild"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Take a build out of the bin. */
        post: operations["restoreBuild"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/revisions": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The history of a build, newest first. */
        get: operations["revisions"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/revisions/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A build as it was. */
        get: operations["revision"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/backups": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Which days' copies of the data there are, the newest first. */
        get: operations["backups"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/archive": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Everything that is kept, as a ZIP of open documents. */
        get: operations["exportArchive"];
        put?: never;
        /** An archive looked at, or taken in: what is new, and what stands differently here. */
        post: operations["importArchive"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Put a part on the shelf. */
        post: operations["createPart"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/search": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Search the shelf by text, figure and word. */
        post: operations["searchParts"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/fields/{kind}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Every figure a kind of part can have. */
        get: operations["partFields"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One part. */
        get: operations["part"];
        /** Save a part that was edited. */
        put: operations["savePart"];
        post?: never;
        /** Retire a part: builds that used it keep its figures. */
        delete: operations["retirePart"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Offer a retired part again. */
        post: operations["restorePart"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/export": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The shelf as a file. */
        get: operations["exportParts"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Parts from a file: looked at first, then stored, the good ones or all or none. */
        post: operations["importParts"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts/stock": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Put the generic parts that come with the program on the shelf. */
        post: operations["stockParts"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Start a search of a build over the shelf. */
        post: operations["beginSearch"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches/count": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** How many combinations a search would try. */
        post: operations["countSearch"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/searches": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The last ten searches of a build, newest first. */
        get: operations["searches"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A search and what it found. */
        get: operations["search"];
        put?: never;
        post?: never;
        /** Stop a search and take it away. */
        delete: operations["deleteSearch"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches/{id}/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Server-sent events: the search as it stands, five times a second, until it has ended. */
        get: operations["searchEvents"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches/{id}/stop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Stop a search; what it found until then is kept. */
        post: operations["stopSearch"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/searches/{id}/options/{number}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A combination of a search as an option. */
        get: operations["searchOption"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/odds": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The chance that each check holds, and bands, by option. */
        post: operations["odds"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts-list": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** What an option needs, has and costs. */
        post: operations["partsList"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts-list/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** The parts list as CSV. */
        post: operations["partsTable"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/parts-list/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Lines of a CSV table for a parts list. */
        post: operations["readPartsTable"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/decide": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Date and figures to keep with a decision. */
        post: operations["decide"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/drawer": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Every combination of what lies in the drawer. */
        post: operations["drawer"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/drawer/option": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** An option with parts of the shelf put in. */
        post: operations["drawerOption"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/options/blank": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** An option with nothing but what must be given. */
        post: operations["blankOption"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/options/adopt": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** An option of another build for this job. */
        post: operations["adoptOption"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Work out the readings of a bench sheet. */
        post: operations["measure"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure/apply": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A measurement in a build, and what it changes. */
        post: operations["applyMeasurement"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure/part": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A part of the shelf with what sheets measured. */
        post: operations["measuredPart"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure/packs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The packs of the builds that were saved last. */
        get: operations["packs"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/measure/generators": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Every machine of the kept sheets as a generator: on one source, and over equal steps of what drove them. */
        post: operations["compareGenerators"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sheets": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Bench sheets, newest change first. */
        get: operations["sheets"];
        put?: never;
        /** Keep a bench sheet. */
        post: operations["createSheet"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sheets/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** One bench sheet. */
        get: operations["sheet"];
        /** Save a bench sheet that was edited. */
        put: operations["saveSheet"];
        post?: never;
        /** Put a bench sheet into the bin. */
        delete: operations["deleteSheet"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sheets/{id}/known": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What is known of what a sheet measures, by its part and by other sheets of the same name; a sweep from that. */
        get: operations["knownOfSheet"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/sheets/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Take a bench sheet out of the bin. */
        post: operations["restoreSheet"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/simulate": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A run over time. Accept text/csv gives the series of the leading drive, text/event-stream tells how far it is before it gives the answer, and first of all the `id` by which it is stopped; a request that is dropped stops its run. */
        post: operations["simulate"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/simulate/{id}/stop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Stop a run that streams: its stream ends with what there is. */
        post: operations["stopRun"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Courses to start from, made for a build and an option. */
        post: operations["courses"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Points of a course from a CSV table. */
        post: operations["readPoints"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/over": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A course over time as one over the way, or back. */
        post: operations["courseOver"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/courses/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Points of a course as CSV. */
        post: operations["pointsTable"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/running": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** How hard and how long for each motor, what would change a launcher, generators over load and speed. */
        post: operations["running"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/runs": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Runs that are kept with a build, the newest first. */
        get: operations["runs"];
        put?: never;
        /** Run a simulation and keep it with a build. */
        post: operations["keepRun"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/runs/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A run that was kept. */
        get: operations["keptRun"];
        put?: never;
        post?: never;
        /** Take a kept run away. */
        delete: operations["deleteRun"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/workshop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Loom, runs, charging, settings and first power-up of an option. */
        post: operations["workshop"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/sheet": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The build sheet of a stored build, one HTML file to print. */
        get: operations["buildSheet"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The instruments in use. */
        get: operations["instruments"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/use/{role}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        /** Take an instrument into use. */
        put: operations["useInstrument"];
        post?: never;
        /** Let an instrument go. */
        delete: operations["leaveInstrument"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/read": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** One reading of what is wanted. */
        post: operations["readInstruments"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/supply": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** What the supply says of itself, read now. */
        get: operations["supply"];
        /** Set voltage, current limit and output of the supply. Off goes first, alone, whatever else is asked. */
        put: operations["setSupply"];
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/supply/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Server-sent events: what the supply says of itself, four times a second. */
        get: operations["supplyEvents"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/sweep": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The sweep as it stands. */
        get: operations["sweep"];
        put?: never;
        /** Begin a sweep over voltages by itself. */
        post: operations["beginSweep"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/sweep/events": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Server-sent events: the sweep with every point, until it has ended. */
        get: operations["sweepEvents"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/stop": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Stop the sweep and switch the output off. */
        post: operations["stopBench"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/instruments/simulated": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Set the simulated bench: clamp, leads, rotor, faults. */
        post: operations["setSimulated"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/compare": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A log against what is computed of its machine. */
        post: operations["compareLog"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The log of a build, the newest entry first, and what it answers. */
        get: operations["buildLog"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The log of all builds, the newest entry first. */
        get: operations["wholeLog"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/parts": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Parts over all machines: what broke, wore and cost. */
        get: operations["partStories"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log/entries": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Write an entry into the log of a build. */
        post: operations["writeEntry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** An entry of a log, whole. */
        get: operations["logEntry"];
        /** Save an entry that was edited; the readings of a ride stay where none come. */
        put: operations["saveEntry"];
        post?: never;
        /** Take an entry out of the log. */
        delete: operations["deleteEntry"];
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/restore": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Put an entry back into the log. */
        post: operations["restoreEntry"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A logger's table as it is understood: its columns, what cannot be used of it, by line and column. */
        post: operations["lookAtTable"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log/rides": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Keep a ride from a logger's table. */
        post: operations["keepRide"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/lines": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The readings of a ride for drawing, every peak kept. */
        get: operations["rideLines"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/compared": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A ride against what is computed of it. */
        get: operations["comparedRide"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/{id}/table": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The readings of a ride as CSV. */
        get: operations["rideTable"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/corrected": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** A build with the figures of a ride put in: what changes, the odds before and after. */
        post: operations["correctedBuild"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/heat": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Heat in stages: the plan, what was read, what comes next. */
        post: operations["heatStages"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/moment": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Whether a part was beyond its limits on a day: by the verdict and the rides of that day. */
        post: operations["atThatMoment"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log/export": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** The log of a build as a file. */
        get: operations["exportLog"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log/import": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Entries of a file into the log of a build. */
        post: operations["importLog"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/builds/{id}/log/pictures": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        get?: never;
        put?: never;
        /** Keep a picture for a note. */
        post: operations["keepPicture"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/log/pictures/{id}": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A picture of a note. */
        get: operations["picture"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/phone": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** A page of this bench as other machines reach it, with a code of its address. */
        get: operations["phone"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/session": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether a passphrase is needed. */
        get: operations["session"];
        put?: never;
        /** Give the passphrase. */
        post: operations["openSession"];
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
    "/api/health": {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        /** Whether the server answers. */
        get: operations["health"];
        put?: never;
        post?: never;
        delete?: never;
        options?: never;
        head?: never;
        patch?: never;
        trace?: never;
    };
}
export type webhooks = Record<string, never>;
export interface components {
    schemas: {
        /** @description Everything computed about a build, option by option. */
        Evaluation: {
            /** @description Always `ypsidyne.evaluation/1`. */
            format: string;
            /** @description In the order of the document. */
            options: components["schemas"]["OptionEvaluation"][];
        };
        /** @description Everything computed about one option. */
        OptionEvaluation: {
            /** @description Name of the option. */
            name: string;
            /**
             * Format: double
             * @description Mass of all drive parts, kg.
             */
            hardware_mass_kg: number;
            /**
             * Format: double
             * @description Mass of everything that moves, kg; null where nothing travels.
             */
            moving_mass_kg: number | null;
            /**
             * Format: double
             * @description Price of packs, motors, controllers and stages; null while one of battery, motor, controller has none.
             */
            price: number | null;
            /**
             * Format: double
             * @description The same without what is already in the drawer.
             */
            to_buy: number | null;
            /** @description In the order of the document. */
            drives: components["schemas"]["DriveEvaluation"][];
            /** @description All drives together on the battery. */
            supply: components["schemas"]["Supply"];
            /** @description How the packs stand in their room; null where the job gives none. */
            battery_fit: components["schemas"]["BatteryFit"] | null;
            /** @description How the controllers stand in theirs; null where the job gives none. */
            controller_fit: components["schemas"]["ControllerFit"] | null;
            /** @description Failures without a number first, then by utilisation, unknowns last. */
            checks: components["schemas"]["Check"][];
            /** @description The worst verdict among the checks that are known. */
            verdict: components["schemas"]["Verdict"];
            /** @description What gives way first. */
            weakest_link: components["schemas"]["WeakestLink"] | null;
            /** @description Figures that were assumed because none was given. */
            guesses: components["schemas"]["Guess"][];
        };
        /** @description Everything computed about one drive. */
        DriveEvaluation: {
            /** @description Name of the drive. */
            drive: string;
            /**
             * Format: double
             * @description Motor turns per output turn.
             */
            ratio: number;
            /**
             * Format: double
             * @description Share of the power that comes through the gearing.
             */
            gearing_efficiency: number;
            /** @description Whether its shaft can be held still under power: as given, or what is usual for the load. */
            can_jam: boolean;
            /** @description Whether its controller holds its own current down: as given, or what is usual for the kind; null on a plain switch. */
            holds_current: boolean | null;
            /** @description What the target asks on the level. */
            required: components["schemas"]["Required"];
            /** @description Case by case, charge by charge. */
            cases: components["schemas"]["CaseEvaluation"][];
            /** @description The motor's built-in gearbox; null without one. */
            gearbox: components["schemas"]["GearboxReport"] | null;
            /** @description Every gearing stage: what goes through it, its geometry, advice. */
            stages: components["schemas"]["StageReport"][];
            /** @description The bare motor at the pack's mid voltage. */
            motor: components["schemas"]["Listed"];
            /** @description Temperatures; null when the heat path is unknown. */
            thermal: components["schemas"]["ThermalResult"] | null;
            /**
             * Format: double
             * @description What the winding would reach along the heat path that the listed continuous current implies, °C, where the estimate
             *     from the can would burn the motor at that current; null elsewhere, and where it runs away all the same.
             */
            winding_by_rating_c: number | null;
            /** @description How long it stands full throttle at half charge; null when heat path or capacity are unknown, and for a generator. */
            flat_out: components["schemas"]["FlatOut"] | null;
            /**
             * Format: double
             * @description Rest to target speed at half charge, s; null where it cannot get there, absent unless a vehicle.
             */
            acceleration_s?: number | null;
            /**
             * Format: double
             * @description The same for a load that turns in place, s; absent for a vehicle.
             */
            spin_up_s?: number | null;
            /**
             * Format: double
             * @description Speed right after a shot, rpm; absent when nothing is thrown.
             */
            speed_after_shot_rpm?: number | null;
            /**
             * Format: double
             * @description Time back to the target after a shot, s; absent when nothing is thrown.
             */
            recovery_s?: number | null;
            /**
             * Format: double
             * @description Inertia of launcher wheels by their size and material, kg·m²; absent while one of them is missing.
             */
            inertia_by_size_kg_m2?: number | null;
            /** @description How fast shots leave, how often, how many on one charge; absent when nothing is thrown. */
            shots?: components["schemas"]["Shots"] | null;
            /** @description What a machine that is turned gives; absent for anything else. */
            generating?: components["schemas"]["Generating"] | null;
        };
        /** @description What the target asks on the level. */
        Required: {
            /**
             * Format: double
             * @description Speed of the output shaft, rpm.
             */
            output_rpm: number;
            /**
             * Format: double
             * @description Torque of the output shaft, N·m.
             */
            output_torque_nm: number;
            /**
             * Format: double
             * @description Power at the output shaft, W.
             */
            output_power_w: number;
            /**
             * Format: double
             * @description Speed of the motor, rpm.
             */
            motor_rpm: number;
            /**
             * Format: double
             * @description Shaft torque of each motor, N·m.
             */
            motor_torque_nm: number;
        };
        /** @description One case at one charge. The figures are null when the battery cannot give the power. */
        CaseEvaluation: {
            /** @description Which case. */
            case: components["schemas"]["Case"];
            /**
             * Format: double
             * @description Charge, 0 to 1.
             */
            state_of_charge: number;
            /** @description Whether it can be done. */
            feasible: boolean;
            /** @description What limits it or makes it impossible; null when nothing does. */
            limited_by: components["schemas"]["Limit"] | null;
            /**
             * Format: double
             * @description Speed of the output shaft, rpm.
             */
            output_rpm: number | null;
            /**
             * Format: double
             * @description Torque of the output shaft, N·m.
             */
            output_torque_nm: number | null;
            /**
             * Format: double
             * @description Speed of the motor, rpm.
             */
            motor_rpm: number | null;
            /**
             * Format: double
             * @description Shaft torque of each motor, N·m.
             */
            motor_torque_nm: number | null;
            /**
             * Format: double
             * @description Shown current of each motor, A.
             */
            motor_current_a: number | null;
            /**
             * Format: double
             * @description Average voltage at the motor, V: duty times bus voltage.
             */
            motor_voltage_v: number | null;
            /**
             * Format: double
             * @description Share of the time the controller switches on.
             */
            duty: number | null;
            /**
             * Format: double
             * @description Battery current of one channel, A.
             */
            controller_battery_current_a: number | null;
            /**
             * Format: double
             * @description Resting voltage of the battery, V.
             */
            open_circuit_v: number;
            /**
             * Format: double
             * @description Bus voltage at the controller, V.
             */
            supply_voltage_v: number | null;
            /**
             * Format: double
             * @description Current from the battery, A.
             */
            supply_current_a: number | null;
            /**
             * Format: double
             * @description Power at the output shaft, W.
             */
            output_power_w: number | null;
            /**
             * Format: double
             * @description Power of the other consumers, W.
             */
            accessory_power_w: number;
            /** @description Where the rest goes, W. */
            losses_w: components["schemas"]["LossesW"] | null;
            /**
             * Format: double
             * @description Of the supply loss, what stays in the battery, W; the rest is in the leads.
             */
            battery_loss_w: number | null;
            /** @description The losses by the stages of the power path, W. */
            stage_losses_w: components["schemas"]["StageLossesW"] | null;
            /**
             * Format: double
             * @description Output power over battery power.
             */
            efficiency: number | null;
            /**
             * Format: double
             * @description Speed of travel or of the rope, m/s; absent where nothing travels.
             */
            speed_m_s?: number | null;
            /**
             * Format: double
             * @description Speed of the blade tip, m/s; absent without a blade.
             */
            tip_speed_m_s?: number | null;
            /** @description What limits it or makes it impossible, in one sentence. */
            because: string;
        };
        /** @description What a drive is asked to do. */
        Case: "no_load" | "full_throttle" | "stall" | "target" | "climb";
        /** @description What keeps a motor from giving more. */
        Limit: "supply" | "duty" | "motor_current" | "battery_current" | "load";
        /** @description Where the power goes that does not come out, W. */
        LossesW: {
            /**
             * Format: double
             * @description Heat in battery and supply leads.
             */
            supply: number;
            /**
             * Format: double
             * @description Heat in the controller, idle power included.
             */
            controller: number;
            /**
             * Format: double
             * @description Heat in windings and brushes.
             */
            motor_copper: number;
            /**
             * Format: double
             * @description Heat in the motor leads.
             */
            motor_leads: number;
            /**
             * Format: double
             * @description Iron, bearings and air inside the motors.
             */
            motor_no_load: number;
            /**
             * Format: double
             * @description Heat in the gearing.
             */
            gearing: number;
        };
        /** @description The same heat by the stages of the power path, W. */
        StageLossesW: {
            /**
             * Format: double
             * @description In the cells.
             */
            battery: number;
            /**
             * Format: double
             * @description In leads and connectors between battery and controller.
             */
            wiring: number;
            /**
             * Format: double
             * @description In the controllers, idle power included.
             */
            controller: number;
            /**
             * Format: double
             * @description In the motors and their leads: windings, brushes, iron, bearings, air.
             */
            motor: number;
            /**
             * Format: double
             * @description In the gearing.
             */
            gearing: number;
        };
        /** @description The gearbox of a motor, as it is loaded here. */
        GearboxReport: {
            /**
             * Format: double
             * @description Torque at its output when that is jammed at full throttle, N·m; null when the battery cannot.
             */
            jam_torque_nm: number | null;
            /**
             * Format: double
             * @description Highest torque at its output that can come about with what limits it here, N·m.
             */
            peak_torque_nm: number | null;
            /**
             * Format: double
             * @description Speed of its output with nothing on the shaft at the pack's mid voltage, rpm.
             */
            no_load_rpm: number;
            /**
             * Format: double
             * @description Torque of its output held still at the pack's mid voltage on a stiff source, N·m.
             */
            stall_torque_nm: number;
            /**
             * Format: double
             * @description Torque it may carry, N·m; null when not given.
             */
            max_torque_nm: number | null;
            /**
             * Format: double
             * @description Speed of its input when the motor spins free with a full pack, rpm.
             */
            input_rpm: number | null;
            /**
             * Format: double
             * @description Motor-current limit, A of a channel, that keeps a jam within what it may carry; null where a jam is no danger.
             */
            sparing_limit_a: number | null;
            /**
             * Format: uint32
             * @description Planetary stages it probably has; null for other kinds.
             */
            planetary_stages: number | null;
            /** @description Whether the load cannot turn the motor. */
            holds_by_itself: boolean;
            /** @description What a maker should know about it, in whole sentences. */
            advice: string[];
        };
        /** @description One stage: load, geometry, advice. */
        StageReport: {
            /**
             * Format: uint
             * @description Place in the gearing, from 0.
             */
            stage: number;
            /**
             * Format: double
             * @description Driver turns per driven turn.
             */
            ratio: number;
            /** @description What goes through it. */
            load: components["schemas"]["StageLoad"];
            /** @description The two wheels; null without teeth and a pitch. */
            pair: components["schemas"]["Pair"] | null;
            /** @description Length of belt or chain; null for other kinds. */
            around: components["schemas"]["Loop"] | null;
            /**
             * Format: double
             * @description Contact ratio of spur gears.
             */
            contact_ratio: number | null;
            /** @description What a maker should know about it, in whole sentences. */
            advice: string[];
        };
        /** @description What one motor puts through a stage; several motors each have their own. */
        StageLoad: {
            /**
             * Format: double
             * @description Highest torque at the driver, N·m; null when the battery cannot stall the motor at any voltage.
             */
            peak_torque_nm: number | null;
            /** @description What sets it. */
            peak_by: components["schemas"]["PeakBy"];
            /**
             * Format: double
             * @description Torque at the driver in the harder of target and climb at half charge, N·m.
             */
            running_torque_nm: number | null;
            /**
             * Format: double
             * @description Speed of the driver at the target, rpm.
             */
            driver_rpm: number;
        };
        /** @description What sets the highest torque at a stage. */
        PeakBy: "stall" | "slip" | "clutch" | "full_throttle";
        /** @description The two wheels of a stage as circles, and how they stand. */
        Pair: {
            /**
             * Format: double
             * @description Pitch diameter of the driver, mm.
             */
            driver_mm: number;
            /**
             * Format: double
             * @description Pitch diameter of the driven wheel, mm.
             */
            driven_mm: number;
            /**
             * Format: double
             * @description Centre distance, mm: given, from the length of belt or chain, or where the wheels mesh; null while unknown.
             */
            centre_mm: number | null;
            /**
             * Format: double
             * @description Pitch-line speed at the target, m/s.
             */
            pitch_line_m_s: number;
            /**
             * Format: double
             * @description Force at the driver's pitch circle at the highest torque, N.
             */
            peak_force_n: number | null;
            /**
             * Format: double
             * @description The same in the harder of target and climb, N.
             */
            running_force_n: number | null;
            /**
             * Format: double
             * @description Pull that belt or chain is trusted with continuously, N, with all teeth in mesh; null for gears and while unknown.
             */
            trusted_force_n: number | null;
        };
        /** @description Length of a belt or chain. */
        Loop: {
            /**
             * Format: double
             * @description Length that the centre distance asks for, in teeth or links; null without a centre distance.
             */
            teeth: number | null;
            /** @description The nearest that can be had, nearest first. */
            stock: components["schemas"]["StockLength"][];
            /**
             * Format: double
             * @description How far the mount must let the centre distance come in to slip the belt on, mm (common practice).
             */
            slack_mm: number;
            /**
             * Format: double
             * @description How far out to tension it, mm (common practice).
             */
            take_up_mm: number;
            /**
             * Format: double
             * @description Teeth of the smaller wheel that carry; null for a chain or without a centre distance.
             */
            teeth_in_mesh: number | null;
            /**
             * Format: double
             * @description Share of the rating that is left with so few teeth in mesh.
             */
            mesh_factor: number | null;
        };
        /** @description A belt or chain length that is sold, and the centre distance it wants. */
        StockLength: {
            /**
             * Format: uint32
             * @description Teeth of the belt, or links of the chain.
             */
            teeth: number;
            /**
             * Format: double
             * @description Length, mm.
             */
            length_mm: number;
            /**
             * Format: double
             * @description Centre distance it wants, mm.
             */
            centre_mm: number;
        };
        /** @description Figures of a bare motor on a stiff source at the pack's mid open-circuit voltage. */
        Listed: {
            /**
             * Format: double
             * @description Torque per ampere, N·m/A.
             */
            torque_constant_nm_per_a: number;
            /**
             * Format: double
             * @description Current when the shaft is held, A: (V − V_brush)/R.
             */
            stall_current_a: number;
            /**
             * Format: double
             * @description Torque when the shaft is held, N·m.
             */
            stall_torque_nm: number;
            /**
             * Format: double
             * @description Speed with nothing on the shaft, rpm.
             */
            no_load_rpm: number;
            /**
             * Format: double
             * @description Current with nothing on the shaft, A; of a gear motor with its gearbox.
             */
            no_load_current_a: number;
            /**
             * Format: double
             * @description Current of best efficiency, A; null without a loss figure.
             */
            best_efficiency_current_a: number | null;
            /**
             * Format: double
             * @description Best efficiency, 0 to 1; null without a loss figure.
             */
            best_efficiency: number | null;
        };
        /** @description Temperatures of one motor. */
        ThermalResult: {
            /**
             * Format: double
             * @description Winding, °C; null when the heat runs away.
             */
            winding_c: number | null;
            /**
             * Format: double
             * @description Case and magnets, °C; null when the heat runs away.
             */
            case_c: number | null;
            /** @description Whether it settles or ends below 1000 °C. */
            steady: boolean;
            /** @description Whether the heat path was estimated from can size, mass and cooling. */
            estimated: boolean;
        };
        /** @description How long a motor stands full throttle at its steady speed. */
        FlatOut: {
            /**
             * Format: double
             * @description From ambient until something is at its limit, s; null where nothing ever is.
             */
            seconds: number | null;
            /** @description What is at its limit then; null where nothing ever is. */
            ends_by: components["schemas"]["FlatOutEnd"] | null;
            /** @description Whether ambient is at a limit already, so that there is no time at all. */
            no_room: boolean;
        };
        /** @description What gives way first flat out. */
        FlatOutEnd: "winding" | "magnets";
        /** @description What a launcher's wheels do with shots. */
        Shots: {
            /**
             * Format: double
             * @description Launch speed that is really reached, m/s: on a plain switch the wheels run at full throttle, and never above what they
             *     can give before they slip on it.
             */
            launch_speed_m_s: number;
            /**
             * Format: double
             * @description Shots a second that a feeder pushes in on a full battery; null without one.
             */
            fed_per_second: number | null;
            /**
             * Format: double
             * @description The larger of that and the rate asked for; null where there is neither.
             */
            wanted_per_second: number | null;
            /**
             * Format: double
             * @description Shots a second that hold, each with the target speed before it; null where it is never reached.
             */
            kept_per_second: number | null;
            /**
             * Format: double
             * @description Shots on one charge at the rate wanted, without a pause; null where the battery cannot hold the target.
             */
            per_charge: number | null;
        };
        /** @description A generator at work. */
        Generating: {
            /**
             * Format: double
             * @description Speed of the source, rpm.
             */
            source_rpm: number;
            /**
             * Format: double
             * @description Speed of the machine, rpm.
             */
            motor_rpm: number;
            /**
             * Format: double
             * @description Back-EMF, V.
             */
            emf_v: number;
            /**
             * Format: double
             * @description Current of each machine, A.
             */
            current_a: number;
            /**
             * Format: double
             * @description Voltage at what hangs on it, V; where a battery takes nothing, what the machine reaches by itself.
             */
            output_voltage_v: number;
            /**
             * Format: double
             * @description Power of all machines, W.
             */
            output_power_w: number;
            /**
             * Format: double
             * @description Torque at the source, N·m.
             */
            source_torque_nm: number;
            /**
             * Format: double
             * @description Power of the source, W.
             */
            source_power_w: number;
            /**
             * Format: double
             * @description Output power over the power of the source; 0 where nothing flows.
             */
            efficiency: number;
            /**
             * Format: double
             * @description What must be reached, V; null when nobody said.
             */
            needed_voltage_v: number | null;
            /**
             * Format: double
             * @description Smallest ratio that reaches it, machine turns per source turn; null where none does.
             */
            ratio_for_needed_voltage: number | null;
            /**
             * Format: double
             * @description Resistance that takes the most power, Ω, for each machine.
             */
            best_load_ohm: number;
            /**
             * Format: double
             * @description The power it takes of all machines, W.
             */
            best_load_power_w: number;
            /**
             * Format: double
             * @description Speed of the source at which current begins to flow, rpm; null where that needs none.
             */
            cut_in_rpm: number | null;
            /**
             * Format: double
             * @description Lost in brushes or bridge, all machines, W.
             */
            bridge_loss_w: number;
            /**
             * Format: double
             * @description Lost in windings and leads, all machines, W.
             */
            copper_loss_w: number;
            /**
             * Format: double
             * @description Lost in iron, bearings and air of all machines, W.
             */
            no_load_loss_w: number;
            /**
             * Format: double
             * @description Lost in the gearing, W.
             */
            gearing_loss_w: number;
            /**
             * Format: double
             * @description When the load falls off: speed of the source, rpm.
             */
            runaway_source_rpm: number;
            /**
             * Format: double
             * @description When the load falls off: speed of the machine, rpm.
             */
            runaway_motor_rpm: number;
            /**
             * Format: double
             * @description When the load falls off: voltage behind the bridge, V.
             */
            runaway_voltage_v: number;
        };
        /** @description The supply cases, and what follows from them. */
        Supply: {
            /** @description Resting voltage. */
            open_circuit_v: components["schemas"]["OpenCircuit"];
            /**
             * Format: double
             * @description Nominal voltage of one cell, V: what stands on packs for each.
             */
            cell_nominal_v: number;
            /**
             * Format: double
             * @description Voltage at the end of charging, V.
             */
            charger_end_v: number;
            /**
             * Format: double
             * @description Battery and supply leads, Ω.
             */
            resistance_ohm: number;
            /**
             * Format: double
             * @description Battery alone, Ω.
             */
            pack_resistance_ohm: number;
            /**
             * Format: double
             * @description Current it gives continuously, A; null when not listed.
             */
            continuous_a: number | null;
            /**
             * Format: double
             * @description Current it gives for about 10 s, A; null when not listed.
             */
            burst_a: number | null;
            /**
             * Format: double
             * @description Capacity of all packs, Ah.
             */
            capacity_ah: number;
            /**
             * Format: double
             * @description Energy at nominal voltage, Wh.
             */
            energy_wh: number;
            /** @description Every drive at its target, half charge. */
            all_target: components["schemas"]["SupplyCase"];
            /** @description Every drive at its usual speed, half charge: what time and distance on one charge count with. */
            all_usual: components["schemas"]["SupplyCase"];
            /** @description Every drive at the costlier of target and climb, half charge. */
            all_hardest: components["schemas"]["SupplyCase"];
            /** @description The same at low charge. */
            all_hardest_low: components["schemas"]["SupplyCase"];
            /** @description Every drive at full throttle with its shaft held, as far as it can be held, full charge. */
            all_stalled: components["schemas"]["SupplyCase"];
            /** @description Every drive where it draws most, full charge. */
            all_peak: components["schemas"]["SupplyCase"];
            /** @description The same at low charge. */
            all_peak_low: components["schemas"]["SupplyCase"];
            /** @description Every drive flat out at its steady speed, half charge. */
            all_flat_out: components["schemas"]["SupplyCase"];
            /**
             * Format: double
             * @description Minutes on one charge; null when the usual speed is not reached.
             */
            runtime_min: number | null;
            /**
             * Format: double
             * @description Temperature of the battery when one charge has been used up at the usual work, °C; null where its mass is not known.
             */
            pack_after_charge_c: number | null;
            /**
             * Format: double
             * @description Distance on one charge, m; null without runtime, absent without a vehicle.
             */
            range_m?: number | null;
            /** @description Where the usual speed is not reached: what is reached instead, and what that gives; null elsewhere. */
            reached_instead: components["schemas"]["ReachedInstead"] | null;
        };
        /** @description Resting voltage at three charges, V. */
        OpenCircuit: {
            /**
             * Format: double
             * @description At 100 %.
             */
            full: number;
            /**
             * Format: double
             * @description At 50 %.
             */
            mid: number;
            /**
             * Format: double
             * @description At 20 %.
             */
            low: number;
        };
        /** @description What the battery gives in one case of all drives together; voltage, current and power null when it cannot. */
        SupplyCase: {
            /**
             * Format: double
             * @description Charge, 0 to 1.
             */
            state_of_charge: number;
            /**
             * Format: double
             * @description Bus voltage, V.
             */
            voltage_v: number | null;
            /**
             * Format: double
             * @description Current from the battery, A.
             */
            current_a: number | null;
            /**
             * Format: double
             * @description Power on the bus, W: voltage times current.
             */
            power_w: number | null;
        };
        /** @description What one charge gives flat out, where the speed that was asked for is not reached. */
        ReachedInstead: {
            /** @description The drive that does not reach its speed. */
            drive: string;
            /**
             * Format: double
             * @description Speed of its output, rpm.
             */
            output_rpm: number;
            /**
             * Format: double
             * @description Speed of travel or rope, m/s; null where nothing travels.
             */
            speed_m_s: number | null;
            /**
             * Format: double
             * @description Minutes on one charge with that drive flat out.
             */
            runtime_min: number;
            /**
             * Format: double
             * @description Distance on one charge, m; null without a vehicle.
             */
            range_m: number | null;
        };
        /** @description How the packs of an option stand in the room the job gives them. */
        BatteryFit: {
            /** @description As the packs are; null while their size is unknown. */
            packs: components["schemas"]["Packing"] | null;
            /** @description Each pack made of two flat halves in series, where it has an even number of cells; null otherwise. */
            halves: components["schemas"]["Packing"] | null;
            /** @description The room along length, width and height, mm. */
            room_mm: number[];
        };
        /** @description How equal boxes stand in a room. */
        Packing: {
            /** @description One box along the room's length, width and height, mm. */
            box_mm: number[];
            /** @description How many boxes along each. */
            count: number[];
            /** @description How far the stack is over or under each side of the room: the stack's side over the room's. */
            used: number[];
            /** @description What stays free along length, width and height, mm; negative where it sticks out. */
            left_mm: number[];
            /**
             * Format: double
             * @description What stays free under it, mm; null when the room does not hang below a deck.
             */
            ground_clearance_mm: number | null;
        };
        /** @description How the controllers of an option stand in the room the job gives them. */
        ControllerFit: {
            /** @description All of them; null while a size is unknown. */
            controllers: components["schemas"]["Packing"] | null;
            /** @description The room along length, width and height, mm. */
            room_mm: number[];
        };
        /** @description One check. */
        Check: {
            /** @description Code, for example `battery.sag`. */
            code: components["schemas"]["CheckCode"];
            /** @description The drive it is about; null for the battery and the whole. */
            drive: string | null;
            /**
             * Format: uint
             * @description Place of the stage in the gearing, from 0; absent unless it is about one.
             */
            stage?: number | null;
            /** @description What a maker calls it. */
            title: string;
            /** @description What it says about the machine. */
            class: components["schemas"]["CheckClass"];
            /** @description For sizes and numbers of teeth: whether it fits; null for anything else and while it is unknown. */
            fits: boolean | null;
            /**
             * Format: double
             * @description What is asked; null where there is no number.
             */
            demand: number | null;
            /**
             * Format: double
             * @description What is allowed or possible; null where there is no number.
             */
            limit: number | null;
            /** @description Unit of demand and limit. */
            unit: string;
            /**
             * Format: double
             * @description Demand over limit; null where one of them has no number.
             */
            utilisation: number | null;
            /** @description How it came out. */
            verdict: components["schemas"]["Verdict"];
            /** @description In short: demand of limit, or that it fits, or cannot. */
            said: string;
            /** @description One sentence with its numbers. */
            because: string;
            /** @description What would fix it; empty unless asked for, and for a check that holds. */
            remedies: components["schemas"]["Remedy"][];
        };
        /** @description A check, by what it looks at. */
        CheckCode: "battery.continuous_current" | "battery.burst_current" | "battery.sag" | "battery.peak_sag" | "battery.flat_out_current" | "battery.runtime" | "battery.bms_current" | "motor.voltage" | "motor.nominal_voltage" | "motor.speed" | "motor.continuous_current" | "motor.burst_current" | "motor.rated_power" | "motor.flat_out_power" | "motor.winding_temperature" | "motor.magnet_temperature" | "motor.flat_out" | "motor.rim_speed" | "motor.shaft" | "controller.kind" | "controller.channels" | "controller.max_voltage" | "controller.min_voltage" | "controller.brown_out" | "controller.motor_current_continuous" | "controller.motor_current_peak" | "controller.flat_out_current" | "controller.battery_current_continuous" | "controller.erpm" | "gearing.input_speed" | "gearing.gearbox_jam" | "gearing.gearbox_torque" | "gearing.mesh" | "gearing.bore" | "gearing.bending" | "gearing.belt_tension" | "gearing.teeth_in_mesh" | "gearing.chain_load" | "performance.target_speed" | "performance.climb" | "performance.traction" | "performance.acceleration" | "performance.spin_up" | "performance.rate" | "wire.temperature" | "wire.drop" | "wire.fuse" | "wire.connector" | "wire.switch" | "fit.motor" | "fit.battery" | "fit.controller" | "generator.voltage" | "safety.touch_voltage" | "safety.projectile_energy" | "safety.rim_speed" | "safety.blade_stop" | "safety.no_brake" | "safety.hot_surface" | "safety.failsafe" | "safety.blade_tip_speed" | "safety.runaway_generator";
        /** @description What a check says about a machine. */
        CheckClass: "requirement" | "ceiling" | "caution";
        /** @description How a check came out. */
        Verdict: "ok" | "tight" | "fail" | "unknown";
        /** @description One change that makes a check hold. */
        Remedy: {
            /** @description What to change to how much, in one sentence. */
            says: string;
            /** @description What kind of change it is. */
            group: components["schemas"]["Group"];
            /** @description JSON pointer of the place to change in the build document. */
            pointer: string;
            /** @description The value to put there. */
            value: unknown;
            /** @description What stands there now; null when nothing does. */
            was: unknown;
            /**
             * Format: double
             * @description How far the check is used afterwards.
             */
            utilisation: number | null;
            /** @description Its verdict afterwards: ok, or tight where nothing better exists. */
            verdict: components["schemas"]["Verdict"];
            /** @description What gives way first afterwards. */
            weakest_after: components["schemas"]["CheckMove"] | null;
            /** @description Checks that hold now and would fail afterwards. */
            breaks: components["schemas"]["CheckMove"][];
            /** @description Other checks that fail now and would hold afterwards. */
            mends: components["schemas"]["CheckMove"][];
            /**
             * Format: uint32
             * @description Checks that would still fail afterwards.
             */
            failing_after: number;
            /** @description What a part from the shelf must have to be this change; null where no part changes. */
            part: components["schemas"]["PartNeed"] | null;
        };
        /** @description What kind of change a remedy is. */
        Group: "battery" | "motor" | "count" | "gearing" | "controller" | "setting" | "wiring" | "cooling" | "mass" | "asked";
        /** @description A check, and how far a remedy moves it. */
        CheckMove: {
            /** @description Code of the check. */
            code: components["schemas"]["CheckCode"];
            /** @description The drive it is about; null for the battery and the whole. */
            drive: string | null;
            /**
             * Format: uint
             * @description Place of the stage it is about, from 0.
             */
            stage?: number | null;
            /** @description What a maker calls it. */
            title: string;
            /**
             * Format: double
             * @description How far it is used now.
             */
            before: number | null;
            /**
             * Format: double
             * @description How far it is used afterwards.
             */
            after: number | null;
        };
        /** @description What a part from the shelf must have. */
        PartNeed: {
            /** @description Kind of part. */
            part: components["schemas"]["PartKind"];
            /** @description Figure by figure. */
            figures: components["schemas"]["Wanted"][];
        };
        /** @enum {string} */
        PartKind: "motor" | "controller" | "battery" | "gearing_stage" | "wheel";
        /** @description One figure a part must have. */
        Wanted: {
            /** @description Key of the figure. */
            key: string;
            /**
             * Format: double
             * @description Smallest value that does.
             */
            at_least: number | null;
            /**
             * Format: double
             * @description Largest value that does.
             */
            at_most: number | null;
            /** @description The word it must be, for a choice. */
            word: string | null;
        };
        /** @description What gives way first. */
        WeakestLink: {
            /** @description Code of the check. */
            code: components["schemas"]["CheckCode"];
            /** @description The drive it is about; null for the battery and the whole. */
            drive: string | null;
            /**
             * Format: uint
             * @description Place of the stage in the gearing, from 0; absent unless it is about one.
             */
            stage?: number | null;
        };
        /** @description One figure that was assumed. */
        Guess: {
            /** @description Where the figure would stand in the document. */
            pointer: string;
            /** @description What was assumed and why, in one sentence. */
            assumed: string;
        };
        /** @description What a search found. */
        Found: {
            /** @description Always `ypsidyne.found/1`. */
            format: string;
            /**
             * Format: uint64
             * @description Combinations there are.
             */
            combinations: number;
            /**
             * Format: uint64
             * @description Combinations that were tried; fewer when it was stopped.
             */
            considered: number;
            /**
             * Format: uint64
             * @description Those that do the job: target and climb at half charge, kinds match, heat steady, no check fails.
             */
            feasible: number;
            /**
             * Format: uint64
             * @description Of those, how many have a check nobody gave the limit of.
             */
            feasible_with_unknowns: number;
            /** @description The best by the ranking asked for. */
            ranked: components["schemas"]["Hit"][];
            /** @description Those that no other beats in price, mass, time on one charge and margin at once. */
            pareto: components["schemas"]["Hit"][];
            /** @description Whether the list of those nothing beats was cut at its most. */
            pareto_cut: boolean;
            /** @description A fair sample of all that do the job, in the order of the document: every one while they are few. */
            sample: components["schemas"]["Hit"][];
            /** @description Of each two measures: the numbers of those that no other beats in both. */
            fronts: components["schemas"]["PairFront"][];
            /** @description The hits of those numbers, in the order of the document. */
            leading: components["schemas"]["Hit"][];
            /** @description What the others fell to, the most frequent first, and what would let some through. */
            fell: components["schemas"]["Rejection"][];
            /** @description Where nothing does the job: the one that fails by the least. */
            closest: components["schemas"]["Closest"] | null;
            /** @description Where nothing does the job: the smallest single change that lets something through; null where none does. */
            least: components["schemas"]["Relaxation"] | null;
        };
        /** @description A combination that does the job. */
        Hit: {
            /**
             * Format: uint64
             * @description Its number in the order of the document, from 0.
             */
            number: number;
            /** @description What the motor is called. */
            motor: string | null;
            /** @description What the battery is called. */
            battery: string | null;
            /** @description What the controller is called; null for a plain switch. */
            controller: string | null;
            /**
             * Format: uint32
             * @description Equal motors that share the work.
             */
            motor_count: number;
            /**
             * Format: uint32
             * @description Teeth of the driver; null where the stage has none.
             */
            driver_teeth: number | null;
            /**
             * Format: uint32
             * @description Teeth of the driven wheel.
             */
            driven_teeth: number | null;
            /**
             * Format: double
             * @description Diameter of the driven wheels, m.
             */
            wheel_diameter_m: number | null;
            /**
             * Format: double
             * @description Price of packs, motors, controllers and stages; null while one of battery, motor, controller has none.
             */
            price: number | null;
            /**
             * Format: double
             * @description The same without what is in the drawer.
             */
            to_buy: number | null;
            /**
             * Format: double
             * @description Mass of all drive parts, kg.
             */
            hardware_mass_kg: number;
            /**
             * Format: double
             * @description Minutes on one charge.
             */
            runtime_min: number | null;
            /**
             * Format: double
             * @description Shortest time any motor stands full throttle from cold, s; null where all hold continuously or nothing is known.
             */
            flat_out_s: number | null;
            /**
             * Format: double
             * @description How far the weakest link is used.
             */
            worst_utilisation: number | null;
            /** @description What gives way first. */
            weakest_link: components["schemas"]["WeakestLink"] | null;
        };
        /** @description The hits that no other beats in two measures. */
        PairFront: {
            /** @description One measure. */
            x: components["schemas"]["Measure"];
            /** @description The other. */
            y: components["schemas"]["Measure"];
            /** @description Numbers of the hits, the best in `x` first. */
            numbers: number[];
        };
        /** @description What two hits are compared by. */
        Measure: "price" | "to_buy" | "mass" | "runtime" | "flat_out" | "margin";
        /** @description What some combinations fell to. */
        Rejection: {
            /** @description `target`, `climb`, or the code of the first check that fails. */
            code: string;
            /** @description What a maker calls it. */
            title: string;
            /**
             * Format: uint64
             * @description How many.
             */
            count: number;
            /**
             * @description The one that came nearest, with nothing else against it where there is such a one; null where there is no near and
             *     far.
             */
            nearest: components["schemas"]["Nearest"] | null;
            /** @description What would let some of them through, the smallest change first. */
            eased: components["schemas"]["Relaxation"][];
        };
        /** @description The combination that came nearest. */
        Nearest: {
            /** @description The combination. */
            hit: components["schemas"]["Hit"];
            /**
             * Format: double
             * @description How much of the bound it takes; above 1.
             */
            utilisation: number;
            /** @description Why it falls, in one sentence. */
            because: string;
            /** @description What else it fails in, by title. */
            also: string[];
        };
        /** @description A bound that gives way, and what comes of it. */
        Relaxation: {
            /** @description The change, to be read after "if". */
            change: string;
            /**
             * Format: double
             * @description How far the bound gives way, as a share.
             */
            by: number;
            /**
             * Format: uint64
             * @description How many more there would be.
             */
            more: number;
            /** @description Whether there may be more still: only the nearest were looked at. */
            at_least: boolean;
        };
        /** @description Where nothing does the job: the combination that fails by the least, and everything it fails in. */
        Closest: {
            /** @description The combination. */
            hit: components["schemas"]["Hit"];
            /** @description Everything it fails in, in sentences. */
            fails: string[];
        };
        /** @description Everything the workbench shows of a build. */
        Workbench: {
            /** @description Every option evaluated. */
            evaluation: components["schemas"]["Evaluation"];
            /** @description Envelopes of the drives of the asked option, at three charges each. */
            envelopes: components["schemas"]["Envelope"][];
            /** @description The sums of its job, drive by drive. */
            sums: components["schemas"]["Sum"][];
            /** @description What of each option no figure says. */
            about: components["schemas"]["About"][];
            /** @description A cell of the asked option from full to empty. */
            discharge: components["schemas"]["Discharge"];
            /** @description What each part of the asked option does, in one sentence a step. */
            sentences: components["schemas"]["StepSentence"][];
            /** @description What has become of the decision; null where none was kept. */
            review: components["schemas"]["Review"] | null;
        };
        /** @description The full-throttle envelope of a drive, alone on the supply, at one charge. */
        Envelope: {
            /** @description Name of the drive. */
            drive: string;
            /**
             * Format: double
             * @description Charge, 0 to 1.
             */
            state_of_charge: number;
            /** @description From rest to the no-load speed, rising; a point stands at every change of the limiting quantity. */
            points: components["schemas"]["EnvelopePoint"][];
            /** @description Where each limit holds, from rest upwards. */
            stretches: components["schemas"]["Stretch"][];
            /** @description Operating points to mark. */
            marks: components["schemas"]["Mark"][];
            /** @description Where full throttle takes most from the battery; null when the battery cannot give it. */
            hungriest: components["schemas"]["EnvelopePoint"] | null;
            /**
             * Format: double
             * @description Battery current of all motors there, A.
             */
            hungriest_supply_current_a: number | null;
            /**
             * @description What motor and battery current do over speed, in whole sentences: makers take the one limit for the other. Null when
             *     the battery cannot give it.
             */
            says: string | null;
        };
        /** @description One speed on the envelope; figures of one motor or one channel. */
        EnvelopePoint: {
            /**
             * Format: double
             * @description Motor speed, rpm.
             */
            motor_rpm: number;
            /**
             * Format: double
             * @description Shaft torque of each motor at full throttle, N·m.
             */
            shaft_torque_nm: number;
            /**
             * Format: double
             * @description Shown current of each motor, A.
             */
            motor_current_a: number;
            /**
             * Format: double
             * @description Battery current of one channel, A.
             */
            controller_battery_current_a: number;
            /**
             * Format: double
             * @description Torque each motor gives continuously at its continuous current, N·m, not above the envelope; null when not listed.
             */
            sustained_torque_nm: number | null;
            /**
             * Format: double
             * @description Shaft torque of each motor that the level load asks, N·m.
             */
            load_torque_nm: number;
        };
        /** @description A stretch of speeds with one limit. */
        Stretch: {
            /** @description What limits. */
            limited_by: components["schemas"]["Limit"];
            /**
             * Format: double
             * @description Lowest motor speed, rpm.
             */
            from_rpm: number;
            /**
             * Format: double
             * @description Highest motor speed, rpm.
             */
            to_rpm: number;
        };
        /** @description An operating point of a case. */
        Mark: {
            /** @description Target, climb or full throttle. */
            case: components["schemas"]["Case"];
            /** @description Whether it can be done. */
            feasible: boolean;
            /**
             * Format: double
             * @description Motor speed, rpm.
             */
            motor_rpm: number;
            /**
             * Format: double
             * @description Shaft torque of each motor, N·m.
             */
            shaft_torque_nm: number;
            /**
             * Format: double
             * @description Shown current of each motor, A.
             */
            motor_current_a: number;
            /**
             * Format: double
             * @description Battery current of one channel, A.
             */
            controller_battery_current_a: number;
        };
        /** @description One figure with its working. */
        Sum: {
            /** @description Which figure, for example `motor.torque_constant`. */
            id: string;
            /** @description The drive it is about; null for the battery and the whole. */
            drive: string | null;
            /** @description What is worked out. */
            what: string;
            /** @description What is asked, in one sentence. */
            asks: string;
            /** @description The formula, in the field's symbols. */
            formula: string;
            /** @description The numbers that go in. */
            inputs: components["schemas"]["Input"][];
            /** @description The right side of the formula with its numbers. */
            put_in: string;
            /**
             * Format: double
             * @description The result, not rounded.
             */
            result: number;
            /** @description Unit of the result. */
            unit: string;
            /** @description Where the formula is from. */
            source: string;
            /** @description The section of `docs/model.md` about it. */
            section: string;
        };
        /** @description One number that goes into a sum. */
        Input: {
            /** @description Symbol in the formula. */
            symbol: string;
            /** @description What it is. */
            what: string;
            /**
             * Format: double
             * @description Its value.
             */
            value: number;
            /** @description Its unit. */
            unit: string;
            /** @description Where it came from, in words. */
            from: string;
            /** @description Where it stands in the build document; null when it stands nowhere. */
            pointer: string | null;
            /** @description The sum that gave it; null when it was given. */
            sum: string | null;
        };
        /** @description What of an option no figure says. */
        About: {
            /** @description Mounts, adapters, holes: what the workshop has to make. */
            to_make: string[];
            /** @description What is not known or leaves little to spare. */
            risks: string[];
        };
        /** @description A cell over its charge. */
        Discharge: {
            /** @description From nothing used to everything. */
            points: components["schemas"]["DischargePoint"][];
            /**
             * Format: double
             * @description Current of the hardest work at half charge, A; null when the battery cannot give it.
             */
            hardest_a: number | null;
            /**
             * Format: double
             * @description Volts of a cell at which one stops, V.
             */
            stop_v_per_cell: number;
            /**
             * Format: double
             * @description Share of the capacity that is used.
             */
            usable_fraction: number;
            /**
             * Format: double
             * @description Resistance of a cell, Ω: as given, else what its continuous rating implies.
             */
            cell_resistance_ohm: number;
        };
        /** @description A cell at one charge. */
        DischargePoint: {
            /**
             * Format: double
             * @description Share of the capacity that has been taken, 0 to 1.
             */
            used: number;
            /**
             * Format: double
             * @description Volts at rest, V.
             */
            rest_v: number;
            /**
             * Format: double
             * @description Volts while the hardest work is done, V; null when the battery cannot give its current.
             */
            working_v: number | null;
        };
        /** @description One sentence about what a part does. */
        StepSentence: {
            /** @description The step that it heads. */
            step: components["schemas"]["Step"];
            /** @description The drive it is about; null for what all drives share. */
            drive: string | null;
            /** @description The sentence. */
            says: string;
        };
        /** @description The step of the workbench in which a check is put right. */
        Step: "job" | "motor" | "gearing" | "battery" | "controller" | "wiring";
        /** @description What has become of a decision. */
        Review: {
            /** @description When it was made, RFC 3339. */
            at: string;
            /** @description The option that was chosen. */
            option: string;
            /** @description Whether it would be made again on the same grounds. */
            stands: boolean;
            /** @description What has changed, what overturns it first. */
            changes: components["schemas"]["Change"][];
        };
        /** @description Something that has changed since. */
        Change: {
            /** @description In one sentence. */
            text: string;
            /** @description Whether it takes away a ground of the decision. */
            overturns: boolean;
        };
        /** @description A typical value of a field. */
        Typical: {
            /** @description Key of the field it can fill. */
            field: string;
            /** @description What it is a value of. */
            what: string;
            /**
             * Format: double
             * @description The value, in the unit of the field.
             */
            value: number;
            /**
             * Format: double
             * @description Usual lowest value.
             */
            low: number;
            /**
             * Format: double
             * @description Usual highest value.
             */
            high: number;
            /** @description Where it comes from. */
            source: string;
        };
        /** @description A kind of machine to start from. */
        Template: {
            /** @description Short name for addresses. */
            kind: string;
            /** @description What a maker calls it. */
            title: string;
            /** @description What it starts with. */
            words: string;
        };
        Build: {
            /**
             * Build
             * @description What you call this machine.
             */
            name: string;
            /**
             * Notes
             * @description Free text.
             * @default
             */
            notes?: string;
            /**
             * Job
             * @description What the machine must do.
             */
            job: components["schemas"]["Job"];
            /**
             * Options
             * @description Drive trains that could do it.
             */
            options: components["schemas"]["OptionSheet"][];
            /**
             * Chosen
             * @description Name of the chosen option.
             */
            chosen?: string | null;
            /**
             * Decision
             * @description Why it was chosen.
             * @default
             */
            decision?: string;
            /**
             * Decided
             * @description When, and the figures it was based on.
             */
            decided?: components["schemas"]["Decided"] | null;
            /**
             * Courses
             * @description What it is sent through in Run.
             * @default []
             */
            courses?: components["schemas"]["Course"][];
            /** @constant */
            format: "ypsidyne.build/1";
        };
        Job: {
            /**
             * Air temperature
             * @description Temperature of the air around it.
             * @default 25
             */
            ambient_c?: number;
            /**
             * Must run for
             * @description Time on one charge.
             */
            runtime_min?: number | null;
            /**
             * Working share
             * @description Share of that time under load.
             * @default 1
             */
            duty_cycle?: number;
            /**
             * Other consumers
             * @description Lights, receiver, computer.
             * @default 0
             */
            accessory_power_w?: number;
            /**
             * Battery rule
             * @description Which current must fit which rating.
             * @default continuous_with_headroom
             */
            battery_rule?: components["schemas"]["BatteryRule"];
            /**
             * Headroom
             * @description Factor over the hardest work.
             * @default 1.5
             */
            battery_headroom?: number;
            /**
             * Battery room
             * @description Room for the battery.
             */
            compartment?: components["schemas"]["Compartment"] | null;
            /**
             * Controller room
             * @description Room for the controllers.
             */
            controller_space?: components["schemas"]["ControllerSpace"] | null;
            /**
             * Budget
             * @description What may be spent.
             */
            budget?: components["schemas"]["Budget"] | null;
            /**
             * Drives
             * @description Every load that a motor turns.
             */
            drives: components["schemas"]["JobDrive"][];
        };
        /** @enum {string} */
        BatteryRule: "continuous_with_headroom" | "continuous_covers_stall" | "burst_covers_stall";
        Compartment: {
            /**
             * Length
             * @description Longest side of the room.
             */
            length_mm: number;
            /**
             * Width
             * @description Second side of the room.
             */
            width_mm: number;
            /**
             * Height
             * @description Third side of the room.
             */
            height_mm: number;
            /**
             * Its top above ground
             * @description From the ground to the top of the room, for a pack that hangs below a deck.
             */
            above_ground_mm?: number | null;
            /**
             * Least ground clearance
             * @description What must stay free under the pack.
             */
            ground_clearance_mm?: number | null;
        };
        ControllerSpace: {
            /**
             * Length
             * @description Longest side of the room.
             */
            length_mm: number;
            /**
             * Width
             * @description Second side of the room.
             */
            width_mm: number;
            /**
             * Height
             * @description Third side of the room.
             */
            height_mm: number;
        };
        Budget: {
            /**
             * Budget
             * @description Most that may be spent.
             */
            amount: number;
            /**
             * Currency
             * @description Currency of all prices.
             */
            currency: string;
        };
        JobDrive: {
            /**
             * Drive
             * @description What turns: wheels, blade, flywheels.
             */
            name: string;
            /**
             * Load
             * @description What it has to move.
             */
            load: components["schemas"]["Load"];
            /**
             * Can it be held still?
             * @description Whether the shaft can be held while the power is on. Wheels that spin first and propellers cannot; all else is taken to.
             */
            can_jam?: boolean | null;
            /**
             * Flat out for
             * @description How long it must stand full throttle; without it a minute is judged and told, and nothing fails for it.
             */
            flat_out_s?: number | null;
            /**
             * Room for the motor
             * @description What the machine takes.
             */
            motor_space?: components["schemas"]["MotorSpace"] | null;
            /**
             * Wishes
             * @description What is asked of the motor beside speed and torque.
             */
            wishes?: components["schemas"]["Wishes"] | null;
        };
        Load: {
            /**
             * Machine without drive parts
             * @description Mass of frame and wheels; motors, battery, controller and gearing are added from the parts.
             */
            base_mass_kg: number;
            /**
             * Rider or load
             * @description Mass it carries.
             * @default 0
             */
            payload_kg?: number;
            /**
             * Towed
             * @description Mass it pulls; does not press on the driven wheels.
             * @default 0
             */
            towed_mass_kg?: number;
            /**
             * Rolling resistance
             * @description Force to roll, as a share of the weight.
             */
            rolling_resistance: number;
            /**
             * Drag area
             * @description Frontal area times drag coefficient.
             * @default 0
             */
            drag_area_m2?: number;
            /**
             * Fastest on the level
             * @description The fastest it must hold on the level.
             */
            target_speed_m_s: number;
            /**
             * Usual speed
             * @description What it is driven at most of the time: time and distance on one charge count with it; the fastest when left out.
             */
            usual_speed_m_s?: number | null;
            /**
             * Steepest grade
             * @description Rise over run of the steepest hill.
             * @default 0
             */
            grade_percent?: number;
            /**
             * Speed on that grade
             * @description Speed it must hold on the grade; as on the level when left out.
             */
            climb_speed_m_s?: number | null;
            /**
             * Climb lasts
             * @description How long the hill lasts.
             */
            climb_duration_min?: number | null;
            /**
             * Up to speed within
             * @description Time from rest to the target speed.
             */
            accelerate_s?: number | null;
            /**
             * Grip
             * @description Coefficient of friction between tyre and ground.
             */
            friction?: number | null;
            /**
             * Friction brake
             * @description Whether it has a brake besides the motors.
             */
            friction_brake?: boolean | null;
            /**
             * Weight on driven wheels
             * @description Share of the weight that stands on the driven wheels.
             * @default 1
             */
            driven_weight_share?: number;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            kind: "vehicle";
        } | {
            /**
             * Inertia of all wheels
             * @description Inertia of all wheels of the drive together.
             */
            inertia_kg_m2: number;
            /**
             * Wheel speed
             * @description Speed of the wheels.
             */
            target_rpm: number;
            /**
             * Spun up within
             * @description Time from rest to that speed.
             */
            spin_up_s?: number | null;
            /**
             * Bearing drag
             * @description Torque that does not change with speed.
             * @default 0
             */
            drag_torque_nm?: number;
            /**
             * Windage
             * @description Air torque at the target speed; grows as its square.
             * @default 0
             */
            windage_torque_nm?: number;
            /**
             * Projectile
             * @description What the wheels throw.
             */
            projectile?: components["schemas"]["Projectile"] | null;
            /**
             * Wheel diameter
             * @description Outer diameter of one wheel.
             */
            wheel_diameter_mm?: number | null;
            /**
             * Wheels made of
             * @description For the stress in the rim, and the inertia by size.
             */
            wheel_material?: components["schemas"]["WheelMaterial"] | null;
            /**
             * Wheel width
             * @description Along its axle; for the inertia by size.
             */
            wheel_width_mm?: number | null;
            /**
             * Wheels
             * @description How many there are; a pair when left out.
             */
            wheel_count?: number | null;
            /** @constant */
            kind: "flywheel";
        } | {
            /**
             * Known point: speed
             * @description Speed of a known operating point.
             */
            reference_rpm: number;
            /**
             * Known point: power
             * @description Shaft power at that speed.
             */
            reference_power_w: number;
            /**
             * Speed wanted
             * @description Speed it must hold.
             */
            target_rpm: number;
            /**
             * Inertia
             * @description Inertia of the rotor.
             */
            inertia_kg_m2?: number | null;
            /**
             * Spun up within
             * @description Time from rest to that speed.
             */
            spin_up_s?: number | null;
            /** @constant */
            kind: "fan";
        } | {
            /**
             * Blade radius
             * @description From the centre to the tip.
             */
            blade_radius_m: number;
            /**
             * Known point: speed
             * @description Speed of a known point in free air.
             */
            reference_rpm: number;
            /**
             * Known point: power
             * @description Shaft power in free air at that speed.
             */
            reference_power_w: number;
            /**
             * Cutting torque
             * @description Torque the crop adds.
             * @default 0
             */
            cutting_torque_nm?: number;
            /**
             * Blade brake
             * @description Torque of a brake that grips when the switch is let go.
             */
            brake_torque_nm?: number | null;
            /**
             * Tip speed wanted
             * @description Speed of the blade tip.
             */
            target_tip_speed_m_s: number;
            /**
             * Inertia
             * @description Inertia of the blade.
             */
            inertia_kg_m2?: number | null;
            /**
             * Spun up within
             * @description Time from rest to that speed.
             */
            spin_up_s?: number | null;
            /** @constant */
            kind: "blade";
        } | {
            /**
             * Mass lifted
             * @description Mass on the rope.
             */
            mass_kg: number;
            /**
             * Drum radius
             * @description To the middle of the rope.
             */
            drum_radius_m: number;
            /**
             * Lift speed
             * @description Speed it must lift with.
             */
            lift_speed_m_s: number;
            /**
             * Drum inertia
             * @description Inertia of the drum.
             */
            inertia_kg_m2?: number | null;
            /** @constant */
            kind: "hoist";
        } | {
            /**
             * Torque
             * @description Torque at the output shaft.
             */
            torque_nm: number;
            /**
             * Speed wanted
             * @description Speed of the output shaft.
             */
            target_rpm: number;
            /**
             * Inertia
             * @description Inertia at the output shaft.
             */
            inertia_kg_m2?: number | null;
            /**
             * Shots per turn
             * @description For a feeder: how many it pushes into the wheels with each turn.
             */
            shots_per_turn?: number | null;
            /** @constant */
            kind: "constant_torque";
        } | {
            /**
             * Source
             * @description What turns it.
             */
            source: components["schemas"]["GeneratorSource"];
            /**
             * Hangs on it
             * @description What takes the current.
             */
            electrical: components["schemas"]["Electrical"];
            /**
             * Diode drop
             * @description Voltage lost in each of the two diodes of a bridge.
             * @default 0.7
             */
            diode_drop_v?: number;
            /**
             * Voltage needed
             * @description What must be reached; that of the battery when left out.
             */
            needed_voltage_v?: number | null;
            /** @constant */
            kind: "generator";
        };
        Projectile: {
            /**
             * Mass of one
             * @description Mass of one projectile.
             */
            mass_kg: number;
            /**
             * Launch speed
             * @description Speed it leaves with.
             */
            speed_m_s: number;
            /**
             * Shots per second
             * @description How many a second in a long burst.
             */
            per_second?: number | null;
            /**
             * Transfer efficiency
             * @description Share of the energy the wheels lose that goes into the projectile.
             * @default 1
             */
            transfer_efficiency?: number;
            /**
             * Diameter
             * @description Diameter of the projectile.
             */
            diameter_mm?: number | null;
            /**
             * Most the wheels can give it
             * @description Launch speed at which the wheels begin to slip on it: faster wheels throw no faster.
             */
            grip_speed_m_s?: number | null;
        };
        /** @enum {string} */
        WheelMaterial: "printed_plastic" | "moulded_plastic" | "aluminium" | "steel";
        GeneratorSource: {
            /**
             * Turned by
             * @description What turns it.
             */
            kind?: components["schemas"]["SourceKind"] | null;
            /**
             * Torque when held
             * @description Torque of the source when it is held still.
             */
            stall_torque_nm?: number | null;
            /**
             * Runaway speed
             * @description Speed of the source with nothing on it.
             */
            runaway_rpm?: number | null;
            /**
             * Fixed speed
             * @description Speed the source keeps whatever hangs on it.
             */
            rpm?: number | null;
        };
        /** @enum {string} */
        SourceKind: "water_wheel" | "wind" | "hand_crank" | "bench";
        Electrical: {
            /**
             * Resistance
             * @description Of a heater or a lamp, for each machine.
             */
            resistance_ohm?: number | null;
            /**
             * Battery
             * @description Voltage of the battery it charges.
             */
            battery_v?: number | null;
        };
        MotorSpace: {
            /**
             * Widest can
             * @description Largest can diameter that fits.
             */
            diameter_mm?: number | null;
            /**
             * Longest can
             * @description Largest can length that fits.
             */
            length_mm?: number | null;
            /**
             * Bolt circle
             * @description Bolt circle of the mount.
             */
            bolt_circle_mm?: number | null;
            /**
             * Thread
             * @description Thread of the mounting screws.
             */
            thread?: string | null;
            /**
             * Shaft it takes
             * @description Bore that the shaft goes into.
             */
            shaft_diameter_mm?: number | null;
        };
        Wishes: {
            /**
             * Near standstill
             * @description How finely it must move.
             */
            finesse?: components["schemas"]["Finesse"] | null;
            /**
             * Water and dirt
             * @description What it meets.
             */
            wetness?: components["schemas"]["Wetness"] | null;
            /**
             * Noise
             * @description How loud it may be.
             */
            noise?: components["schemas"]["Noise"] | null;
            /**
             * Who looks after it
             * @description Brushes and belts want someone.
             */
            upkeep?: components["schemas"]["Upkeep"] | null;
            /**
             * May cost
             * @description What it may cost.
             */
            purse?: components["schemas"]["Purse"] | null;
            /**
             * Class rules
             * @description What a class forbids.
             */
            class_rule?: components["schemas"]["ClassRule"] | null;
            /**
             * Wheel
             * @description For machines on wheels.
             */
            wheel?: components["schemas"]["WheelWish"] | null;
            /**
             * What for
             * @description Work, racing or fine feel.
             */
            purpose?: components["schemas"]["Purpose"] | null;
            /**
             * Class: cells at most
             * @description Cells in series that a class allows.
             */
            class_cells?: number | null;
            /**
             * Class: can
             * @description The can that a class asks for, as 540.
             */
            class_can?: string | null;
            /**
             * Class: turns at least
             * @description Fewest turns that a class allows.
             */
            class_turns?: number | null;
            /**
             * Class: poles at most
             * @description Most magnet poles that a class allows.
             */
            class_poles?: number | null;
            /**
             * Class: timing is fixed
             * @description Whether a class forbids to change the timing.
             */
            class_timing?: boolean | null;
        };
        /** @enum {string} */
        Finesse: "little" | "smooth" | "much";
        /** @enum {string} */
        Wetness: "dry" | "splash" | "mud";
        /** @enum {string} */
        Noise: "any" | "quiet";
        /** @enum {string} */
        Upkeep: "handy" | "seldom" | "nobody";
        /** @enum {string} */
        Purse: "small" | "fair";
        /** @enum {string} */
        ClassRule: "free" | "brushed_only" | "sealed_only" | "no_sensors";
        /** @enum {string} */
        WheelWish: "any" | "fixed";
        /** @enum {string} */
        Purpose: "everyday" | "racing" | "feel";
        OptionSheet: {
            /**
             * Option
             * @description What you call this option.
             */
            name: string;
            /**
             * Battery
             * @description The battery.
             */
            battery: components["schemas"]["Battery"];
            /**
             * Wiring
             * @description Leads.
             * @default {
             *       "runs": [],
             *       "alarm": false,
             *       "receiver": false,
             *       "regulators": 1,
             *       "servos": 0,
             *       "signal_split": false,
             *       "extras": [],
             *       "placed": []
             *     }
             */
            wiring?: components["schemas"]["Wiring"];
            /**
             * Drives
             * @description One for each drive of the job.
             */
            drives: components["schemas"]["OptionDrive"][];
            /**
             * Parts list
             * @description What else is needed.
             * @default []
             */
            parts_list?: components["schemas"]["FreeLine"][];
            /**
             * First power-up
             * @description What is done of it.
             * @default []
             */
            power_up?: components["schemas"]["Tick"][];
        };
        Battery: {
            /**
             * Chemistry
             * @description Kind of cell.
             */
            chemistry: components["schemas"]["Chemistry"];
            /**
             * Cells in series
             * @description Cells in series in one pack.
             */
            cells_series: number;
            /**
             * Capacity
             * @description Capacity of one pack.
             */
            capacity_ah: number;
            /**
             * Packs in series
             * @description Equal packs in series.
             * @default 1
             */
            packs_series?: number;
            /**
             * Packs in parallel
             * @description Equal packs in parallel.
             * @default 1
             */
            packs_parallel?: number;
            /**
             * Continuous rating
             * @description Continuous current as a multiple of the capacity.
             */
            continuous_c?: number | null;
            /**
             * Burst rating
             * @description Current for about 10 s as a multiple of the capacity.
             */
            burst_c?: number | null;
            /**
             * Cell resistance
             * @description Resistance of one series position of one pack.
             */
            cell_resistance_ohm?: number | null;
            /**
             * Charge rating
             * @description Highest charge current as a multiple of the capacity.
             */
            max_charge_c?: number | null;
            /**
             * Protection board limit
             * @description Current at which the protection board of one pack opens.
             */
            bms_limit_a?: number | null;
            /**
             * Stop voltage per cell
             * @description Lowest voltage per cell under load.
             */
            cutoff_v_per_cell?: number | null;
            /**
             * Usable share
             * @description Share of the capacity that is used.
             * @default 0.8
             */
            usable_fraction?: number;
            /**
             * Peukert exponent
             * @description How capacity shrinks with current: 1 not at all.
             */
            peukert_exponent?: number | null;
            /**
             * Rated over
             * @description Hours over which the capacity is rated.
             * @default 20
             */
            rated_hours?: number;
            /**
             * Connector
             * @description Connector on the pack.
             */
            connector?: string | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label?: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
        };
        /** @enum {string} */
        Chemistry: "lipo" | "li_ion" | "lifepo4" | "nimh" | "lead_acid";
        SizeMm: {
            /**
             * Length
             * @description Longest side, mm.
             */
            length: number;
            /**
             * Width
             * @description Second side, mm.
             */
            width: number;
            /**
             * Height
             * @description Third side, mm.
             */
            height: number;
        };
        /** @enum {string} */
        Getting: "ordered" | "fitted";
        Wiring: {
            /**
             * Runs
             * @description Pairs of leads.
             * @default []
             */
            runs?: components["schemas"]["WiringRun"][];
            /**
             * Main switch
             * @description What takes the battery off.
             */
            main_switch?: components["schemas"]["MainSwitch"] | null;
            /**
             * Alarm on the balance lead
             * @description Sounds when a cell is low.
             * @default false
             */
            alarm?: boolean;
            /**
             * Capacitors at the input
             * @description Of all controllers together, µF.
             */
            input_capacitance_uf?: number | null;
            /**
             * Receiver
             * @description Radio control.
             * @default false
             */
            receiver?: boolean;
            /**
             * Regulators that feed it
             * @description Red wires that are left in: one is right.
             * @default 1
             */
            regulators?: number;
            /**
             * Servos
             * @description On the receiver.
             * @default 0
             */
            servos?: number;
            /**
             * Servos on a Y-lead
             * @description Two servos on one channel.
             * @default false
             */
            signal_split?: boolean;
            /**
             * Else in the loom
             * @description Lights, a horn, a voltmeter.
             * @default []
             */
            extras?: components["schemas"]["LoomExtra"][];
            /**
             * Boxes put by hand
             * @description Where boxes of the drawing stand.
             * @default []
             */
            placed?: components["schemas"]["LoomPlace"][];
        };
        WiringRun: {
            /**
             * Run
             * @description What it joins.
             */
            name: string;
            /**
             * Carries
             * @description Battery current, or the current of a drive's motor.
             */
            circuit: string;
            /**
             * Gauge (AWG)
             * @description American wire gauge; 0, -1, -2, -3 for 1/0 to 4/0.
             */
            awg?: number | null;
            /**
             * Cross-section
             * @description Copper area.
             */
            area_mm2?: number | null;
            /**
             * Length, one way
             * @description Length of one lead of the pair.
             */
            length_m: number;
            /**
             * Insulation
             * @description What the insulation is made of; PVC is assumed.
             */
            insulation?: components["schemas"]["Insulation"] | null;
            /**
             * Insulation wall
             * @description Thickness of the insulation; the usual one when left out.
             */
            wall_mm?: number | null;
            /**
             * Wires together
             * @description Wires that lie together and carry current, those of this run counted; other circuits among them warm it.
             */
            bundled?: number | null;
            /**
             * Steady current
             * @description Of a kept run or a clamp meter; the hardest work when left out.
             */
            steady_a?: number | null;
            /**
             * Connector
             * @description Connector family, generic.
             */
            connector?: string | null;
            /**
             * Connector good for
             * @description Steady current its family is good for.
             */
            connector_a?: number | null;
            /**
             * Crimps
             * @description Crimped ends in the run, for the parts list.
             */
            crimps?: number | null;
            /**
             * Connectors
             * @description Resistance of all connectors in the run.
             * @default 0
             */
            connector_ohm?: number;
            /**
             * Fuse
             * @description Rating of the fuse in the run.
             */
            fuse_a?: number | null;
            /**
             * Switch
             * @description Switch in the run.
             */
            switch?: string | null;
            /**
             * Switch good for
             * @description Current it carries and breaks.
             */
            switch_a?: number | null;
            /**
             * Switch rated for
             * @description Direct or alternating current.
             */
            switch_rated_for?: components["schemas"]["CurrentKind"] | null;
        };
        /** @enum {string} */
        Insulation: "pvc" | "xlpe" | "rubber" | "silicone" | "ptfe" | "enamel";
        /** @enum {string} */
        CurrentKind: "dc" | "ac";
        /** @enum {string} */
        MainSwitch: "switch" | "anti_spark" | "loop_key";
        LoomExtra: {
            /**
             * Name
             * @description What it is.
             */
            name: string;
            /**
             * Hangs on
             * @description Which box of the drawing.
             */
            on: string;
            /**
             * By
             * @description What runs to it.
             * @default supply
             */
            by?: components["schemas"]["HangsBy"];
            /**
             * From the left
             * @description Left edge, where somebody put it.
             */
            x?: number | null;
            /**
             * From the top
             * @description Top edge, where somebody put it.
             */
            y?: number | null;
        };
        /** @enum {string} */
        HangsBy: "supply" | "signal" | "balance";
        LoomPlace: {
            /**
             * Box
             * @description Which box of the drawing.
             */
            part: string;
            /**
             * From the left
             * @description Left edge in the units of the drawing.
             */
            x: number;
            /**
             * From the top
             * @description Top edge in the units of the drawing.
             */
            y: number;
        };
        OptionDrive: {
            /**
             * Drive
             * @description The job's drive that it serves.
             */
            drive: string;
            /**
             * Motor
             * @description The motor.
             */
            motor: components["schemas"]["Motor"];
            /**
             * Motors
             * @description Equal motors that share the work.
             * @default 1
             */
            motor_count?: number;
            /**
             * Motors on one channel
             * @description Motors side by side on one channel.
             * @default 1
             */
            motors_per_channel?: number;
            /**
             * Air around the motor
             * @description How the motor is cooled.
             * @default still
             */
            cooling?: components["schemas"]["Cooling"];
            /**
             * Gearing
             * @description Stages from motor to load.
             * @default []
             */
            gearing?: components["schemas"]["GearingStage"][];
            /**
             * Output
             * @description What the last shaft turns.
             * @default {
             *       "wheel_inertia_kg_m2": 0
             *     }
             */
            output?: components["schemas"]["Output"];
            /**
             * Controller
             * @description The controller; none for a plain switch.
             */
            controller?: components["schemas"]["Controller"] | null;
            /**
             * Controllers
             * @description Equal controllers.
             * @default 1
             */
            controller_count?: number;
            /**
             * Mounted in
             * @description What the motor's mount is made of.
             */
            mount_material?: components["schemas"]["MountMaterial"] | null;
        };
        Motor: {
            /**
             * Kind
             * @description Brushed, brushless or a stepper.
             */
            kind: components["schemas"]["MotorKind"];
            /**
             * Speed constant Kv
             * @description Turns per minute per volt without load; of a stepper, per volt of the peak of one winding.
             */
            kv_rpm_per_v: number;
            /**
             * Winding resistance
             * @description Between the two leads (brushless: any two of three; stepper: one of its windings) at 20 °C.
             */
            resistance_ohm: number;
            /**
             * No-load current
             * @description Current with nothing on the shaft.
             */
            no_load_current_a?: number | null;
            /**
             * at a voltage of
             * @description Voltage at which the no-load current was taken.
             */
            no_load_voltage_v?: number | null;
            /**
             * Speed share of the loss
             * @description Share of the no-load loss torque that grows with speed.
             */
            no_load_speed_share?: number | null;
            /**
             * Brush drop
             * @description Voltage lost at the brushes.
             */
            brush_drop_v?: number | null;
            /**
             * Pole pairs
             * @description Half the number of magnet poles.
             */
            pole_pairs?: number | null;
            /**
             * Inductance of a winding
             * @description Of one winding of a stepper; from 2 to 10 mH for the usual ones.
             */
            phase_inductance_mh?: number | null;
            /**
             * Timing advance
             * @description Electrical degrees beyond the setting at which Kv was found.
             */
            timing_advance_deg?: number | null;
            /**
             * Turns
             * @description Turns per tooth.
             */
            turns?: number | null;
            /**
             * Rotor sensor
             * @description How the controller knows the rotor position.
             */
            sensor?: components["schemas"]["Sensor"] | null;
            /**
             * Temperature sensor
             * @description Whether the winding has one.
             */
            temperature_sensor?: boolean | null;
            /**
             * Magnet
             * @description Magnet material.
             */
            magnet?: components["schemas"]["Magnet"] | null;
            /**
             * Magnet grade
             * @description Temperature suffix of the grade.
             */
            magnet_grade?: components["schemas"]["MagnetGrade"] | null;
            /**
             * Insulation class
             * @description Thermal class of the enamel.
             */
            insulation_class?: components["schemas"]["InsulationClass"] | null;
            /**
             * Volts as printed
             * @description What is printed on it: volts, or cells times the nominal voltage of one.
             */
            nominal_voltage_v?: number | null;
            /**
             * Highest voltage
             * @description Voltage the motor is rated for.
             */
            max_voltage_v?: number | null;
            /**
             * Continuous current
             * @description Current it takes continuously.
             */
            max_continuous_current_a?: number | null;
            /**
             * Burst current
             * @description Current it takes for moments.
             */
            max_burst_current_a?: number | null;
            /**
             * Rated watts
             * @description Power at the shaft that it is sold for.
             */
            rated_power_w?: number | null;
            /**
             * Highest speed
             * @description Speed the rotor is safe at.
             */
            max_speed_rpm?: number | null;
            /**
             * Rotor inertia
             * @description Inertia of the rotor.
             */
            rotor_inertia_kg_m2?: number | null;
            /**
             * Rotor diameter
             * @description Diameter of the rotor.
             */
            rotor_diameter_mm?: number | null;
            /**
             * Can diameter
             * @description Outer diameter of the can.
             */
            can_diameter_mm?: number | null;
            /**
             * Can length
             * @description Length of the can.
             */
            can_length_mm?: number | null;
            /**
             * Shaft
             * @description Diameter of the shaft.
             */
            shaft_diameter_mm?: number | null;
            /**
             * Hardened shaft
             * @description Whether the shaft is hardened.
             */
            shaft_hardened?: boolean | null;
            /**
             * Mount
             * @description How it is fastened.
             */
            mount?: components["schemas"]["Mount"] | null;
            /**
             * Built-in gearbox
             * @description A gearbox that is part of the motor.
             */
            gearbox?: components["schemas"]["Gearbox"] | null;
            /**
             * Thermal values
             * @description Measured thermal values.
             */
            thermal?: components["schemas"]["Thermal"] | null;
            /**
             * What is known of it
             * @description What its label or seller says, as it was typed.
             */
            facts?: components["schemas"]["MotorFacts"] | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label?: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
        };
        /** @enum {string} */
        MotorKind: "brushed" | "brushless" | "stepper";
        /** @enum {string} */
        Sensor: "none" | "hall" | "encoder";
        /** @enum {string} */
        Magnet: "ndfeb" | "ferrite" | "smco" | "alnico";
        /** @enum {string} */
        MagnetGrade: "none" | "N" | "M" | "H" | "SH" | "UH" | "EH";
        /** @enum {string} */
        InsulationClass: "A" | "E" | "B" | "F" | "H";
        Mount: {
            /**
             * Bolt circle
             * @description Diameter of the bolt circle.
             */
            bolt_circle_mm?: number | null;
            /**
             * Thread
             * @description Thread of the mounting screws.
             */
            thread?: string | null;
        };
        Gearbox: {
            /**
             * Gearbox
             * @description Kind of gearbox.
             */
            kind: components["schemas"]["GearingKind"];
            /**
             * Ratio
             * @description Motor turns per turn of the gearbox shaft.
             */
            ratio: number;
            /**
             * Efficiency
             * @description Share of the power that comes through.
             * @default 1
             */
            efficiency?: number;
            /**
             * Highest torque
             * @description Torque its output may carry.
             */
            max_torque_nm?: number | null;
            /**
             * Highest input speed
             * @description Speed its input may turn.
             */
            max_input_rpm?: number | null;
            /**
             * Slip clutch
             * @description Torque at its output from which a clutch slips.
             */
            slip_clutch_nm?: number | null;
        };
        /** @enum {string} */
        GearingKind: "spur" | "belt" | "chain" | "planetary" | "worm" | "bevel" | "direct";
        Thermal: {
            /**
             * Winding to case
             * @description Rise of winding over case.
             */
            winding_to_case_k_per_w?: number | null;
            /**
             * Case to air
             * @description Rise of case over air.
             */
            case_to_ambient_k_per_w?: number | null;
            /**
             * Winding heat capacity
             * @description Heat to warm the winding by 1 K.
             */
            winding_j_per_k?: number | null;
            /**
             * Case heat capacity
             * @description Heat to warm the case by 1 K.
             */
            case_j_per_k?: number | null;
        };
        MotorFacts: {
            /**
             * What it is
             * @description What it looks like.
             */
            form?: components["schemas"]["MotorForm"] | null;
            /**
             * Volts
             * @description Volts that its speed and amps are told at.
             */
            voltage_v?: number | null;
            /**
             * or lithium cells
             * @description Cells it is told for, 3.7 V each.
             */
            cells?: number | null;
            /**
             * Speed at those volts
             * @description Turns a minute with nothing on the shaft.
             */
            speed_rpm?: number | null;
            /**
             * at which shaft
             * @description Whether speed and stall torque are the motor's own or those of its gearbox.
             */
            shaft?: components["schemas"]["Shaft"] | null;
            /**
             * Gearbox, 1 to
             * @description Motor turns per turn of the gearbox shaft.
             */
            gear_ratio?: number | null;
            /**
             * Amps with nothing on it
             * @description Current at that speed.
             */
            no_load_current_a?: number | null;
            /**
             * Amps held still
             * @description Current with the shaft held, at those volts.
             */
            stall_current_a?: number | null;
            /**
             * Torque held still
             * @description Torque with the shaft held, at those volts.
             */
            stall_torque_nm?: number | null;
            /**
             * Rated watts
             * @description Power it is sold with; hp is read too.
             */
            rated_power_w?: number | null;
            /**
             * Most amps
             * @description Current it is sold for.
             */
            max_current_a?: number | null;
            /**
             * Kv
             * @description Turns per minute per volt.
             */
            kv_rpm_per_v?: number | null;
            /**
             * Turns
             * @description Turns of wire on a tooth, as 27T.
             */
            turns?: number | null;
            /**
             * Size
             * @description A size code or name as 540, 3650, 63x74, 130.
             */
            size_code?: string | null;
            /**
             * Ohms
             * @description Between two leads.
             */
            resistance_ohm?: number | null;
            /**
             * Step
             * @description Angle of a step, of a stepper; 1.8° for the usual ones.
             */
            step_deg?: number | null;
            /**
             * Mass
             * @description Mass of one, with its gearbox.
             */
            mass_kg?: number | null;
        };
        /** @enum {string} */
        MotorForm: "can" | "gear" | "inner" | "outer" | "hub" | "stepper";
        /** @enum {string} */
        Shaft: "motor" | "output";
        /** @enum {string} */
        Cooling: "still" | "airflow" | "fan";
        GearingStage: {
            /**
             * Stage
             * @description What the stage is made of.
             */
            kind: components["schemas"]["GearingKind"];
            /**
             * Driver teeth
             * @description Teeth on the motor side.
             */
            driver_teeth?: number | null;
            /**
             * Driven teeth
             * @description Teeth on the load side.
             */
            driven_teeth?: number | null;
            /**
             * Ratio
             * @description Driver turns per driven turn.
             */
            ratio?: number | null;
            /**
             * Efficiency
             * @description Share of the power that comes through.
             */
            efficiency?: number | null;
            /**
             * Module
             * @description Pitch diameter per tooth.
             */
            module_mm?: number | null;
            /**
             * Diametral pitch
             * @description Teeth per inch of pitch diameter.
             */
            diametral_pitch?: number | null;
            /**
             * Face width
             * @description Width of the teeth.
             */
            face_width_mm?: number | null;
            /**
             * Material
             * @description What the teeth are made of.
             */
            material?: string | null;
            /**
             * Pitch
             * @description Pitch of belt or chain.
             */
            pitch_mm?: number | null;
            /**
             * Width
             * @description Width of the belt.
             */
            width_mm?: number | null;
            /**
             * Centre distance
             * @description Between the two shafts.
             */
            centre_distance_mm?: number | null;
            /**
             * Driver bore
             * @description Bore of the driver.
             */
            driver_bore_mm?: number | null;
            /**
             * Driven module
             * @description Module of the driven wheel, where it is another one.
             */
            driven_module_mm?: number | null;
            /**
             * Driven diametral pitch
             * @description Diametral pitch of the driven wheel, where it is another one.
             */
            driven_diametral_pitch?: number | null;
            /**
             * Driven material
             * @description What the driven wheel is made of, where it differs.
             */
            driven_material?: string | null;
            /**
             * Belt teeth
             * @description Length of the belt in teeth.
             */
            belt_teeth?: number | null;
            /**
             * Chain links
             * @description Length of the chain in links.
             */
            chain_links?: number | null;
            /**
             * Permissible tension
             * @description Pull that belt or chain may carry continuously.
             */
            permissible_tension_n?: number | null;
            /**
             * Lead angle
             * @description Lead angle of the worm.
             */
            lead_angle_deg?: number | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label?: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
        };
        Output: {
            /**
             * Wheel diameter
             * @description Diameter of the driven wheels.
             */
            wheel_diameter_m?: number | null;
            /**
             * Wheel inertia
             * @description Inertia of all driven wheels.
             * @default 0
             */
            wheel_inertia_kg_m2?: number;
        };
        Controller: {
            /**
             * Kind
             * @description For brushed or brushless motors.
             */
            kind: components["schemas"]["MachineKind"];
            /**
             * Channels
             * @description Motor outputs that are driven separately.
             * @default 1
             */
            channels?: number;
            /**
             * Lowest voltage
             * @description Below it the controller stops.
             */
            min_voltage_v?: number | null;
            /**
             * Highest voltage
             * @description Above it the controller fails.
             */
            max_voltage_v?: number | null;
            /**
             * Motor current, continuous
             * @description Motor current rating of a channel, continuous.
             */
            motor_current_continuous_a?: number | null;
            /**
             * Motor current, peak
             * @description Motor current rating of a channel, for moments.
             */
            motor_current_peak_a?: number | null;
            /**
             * Battery current, continuous
             * @description Battery current rating of a channel, continuous.
             */
            battery_current_continuous_a?: number | null;
            /**
             * Battery current, peak
             * @description Battery current rating of a channel, for moments.
             */
            battery_current_peak_a?: number | null;
            /**
             * Motor current limit
             * @description Setting: most motor current of a channel.
             */
            motor_current_limit_a?: number | null;
            /**
             * Battery current limit
             * @description Setting: most battery current of a channel.
             */
            battery_current_limit_a?: number | null;
            /**
             * Holds its own current down
             * @description Whether it keeps the current at its rating by itself. Field-oriented ones do; others usually only survive it.
             */
            limits_current?: boolean | null;
            /**
             * Commutation
             * @description How the phases are driven.
             * @default six_step
             */
            commutation?: components["schemas"]["Commutation"];
            /**
             * On-resistance
             * @description Resistance of the whole conduction path.
             * @default 0
             */
            on_resistance_ohm?: number;
            /**
             * Idle power
             * @description What it draws at rest.
             * @default 0
             */
            idle_power_w?: number;
            /**
             * Failsafe throttle
             * @description What it holds when the signal is lost; 0 stops.
             */
            failsafe_throttle?: number | null;
            /**
             * Highest duty
             * @description Largest share of the battery voltage it passes on.
             * @default 1
             */
            max_duty?: number;
            /**
             * Highest electrical speed
             * @description Speed times pole pairs.
             */
            max_erpm?: number | null;
            /**
             * Sensors it reads
             * @description Rotor sensors it can read.
             */
            sensors?: components["schemas"]["Sensor"][] | null;
            /**
             * Can brake
             * @description Feeds braking power back into the battery.
             * @default false
             */
            can_brake?: boolean;
            /**
             * Receiver supply
             * @description The regulator that feeds receiver and servos.
             */
            bec?: components["schemas"]["Bec"] | null;
            /**
             * Mount
             * @description How it is fastened.
             */
            mount?: components["schemas"]["Mount"] | null;
            /**
             * Case to air
             * @description Rise of its case over air per watt of its loss.
             */
            case_to_ambient_k_per_w?: number | null;
            /**
             * Highest temperature
             * @description Where it cuts back or fails.
             */
            max_temperature_c?: number | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label?: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
        };
        /** @enum {string} */
        MachineKind: "brushed" | "brushless";
        /** @enum {string} */
        Commutation: "six_step" | "foc";
        Bec: {
            /**
             * Voltage
             * @description Voltage it gives.
             */
            voltage_v: number;
            /**
             * Current
             * @description Current it gives.
             */
            current_a: number;
        };
        /** @enum {string} */
        MountMaterial: "metal" | "pla" | "petg" | "abs" | "nylon" | "wood";
        FreeLine: {
            /**
             * What
             * @description What is needed.
             */
            what: string;
            /**
             * Quantity
             * @description How many, or how much of its unit.
             * @default 1
             */
            quantity?: number;
            /**
             * Unit
             * @description Unit of the quantity: m, pairs; pieces when left out.
             */
            unit?: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * To be made
             * @description Made in the workshop: a mount, an adapter, holes.
             * @default false
             */
            made?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Note
             * @description Where to get it, what to watch.
             */
            note?: string | null;
        };
        Tick: {
            /**
             * Step
             * @description Which one.
             */
            step: string;
            /**
             * Done
             * @description When, RFC 3339.
             */
            at: string;
            /**
             * Reading
             * @description What was read.
             */
            reading?: number | null;
        };
        Decided: {
            /**
             * Decided
             * @description When, RFC 3339.
             */
            at: string;
            /**
             * Option
             * @description The option that was chosen.
             */
            option: string;
            /**
             * Options
             * @description All options as they stood then.
             */
            options: components["schemas"]["DecidedOption"][];
        };
        DecidedOption: {
            /**
             * Option
             * @description What it was called.
             */
            name: string;
            /**
             * Checks that fail
             * @description How many failed.
             */
            failing: number;
            /**
             * Weakest link
             * @description What gave way first.
             */
            weakest?: string | null;
            /**
             * Used
             * @description How far that was used.
             */
            worst_utilisation?: number | null;
            /**
             * Price
             * @description Price of all drive parts.
             */
            price?: number | null;
            /**
             * To buy
             * @description Price without the drawer.
             */
            to_buy?: number | null;
            /**
             * Mass
             * @description Mass of all drive parts.
             */
            mass_kg: number;
            /**
             * Runs
             * @description Minutes on one charge.
             */
            runtime_min?: number | null;
            /**
             * Winding
             * @description Hottest winding.
             */
            winding_c?: number | null;
        };
        Course: {
            /**
             * Course
             * @description What you call it.
             */
            name: string;
            /**
             * Words
             * @description What it is for.
             * @default
             */
            words?: string;
            /**
             * Charge at the start
             * @description Share of the full charge.
             * @default 1
             */
            state_of_charge?: number;
            /**
             * Ends after
             * @description Ends it after this time.
             */
            until_s?: number | null;
            /**
             * Over and over
             * @description Until the battery is empty or something gives.
             * @default false
             */
            repeat?: boolean;
            /**
             * Cut back at the stop voltage
             * @description The controllers take less rather than pull the battery below its stop voltage.
             * @default true
             */
            stop_voltage_cutback?: boolean;
            /**
             * Drives
             * @description Those that run, the first one leads.
             */
            parts: components["schemas"]["CoursePart"][];
        };
        CoursePart: {
            /**
             * Drive
             * @description The job's drive.
             */
            drive: string;
            /**
             * Does
             * @description What it is asked to do.
             */
            mode: components["schemas"]["Mode"];
        };
        Mode: {
            /**
             * Grade
             * @description Of the ground it starts on.
             * @default 0
             */
            grade_percent?: number;
            /** @constant */
            kind: "launch";
        } | {
            /**
             * Speed
             * @description Speed held.
             */
            speed_m_s?: number | null;
            /**
             * Output speed
             * @description The same as turns of the output.
             */
            output_rpm?: number | null;
            /**
             * Grade
             * @description Of the ground it is held on; below zero it goes down.
             * @default 0
             */
            grade_percent?: number;
            /**
             * Share of the load
             * @description Of the part of the load that does not come from speed.
             * @default 1
             */
            load_share?: number;
            /** @constant */
            kind: "hold";
        } | {
            /**
             * Points
             * @description At least two, all over time or all over distance.
             */
            points: components["schemas"]["CoursePoint"][];
            /** @constant */
            kind: "profile";
        } | {
            /**
             * Shots per second
             * @description As in the job when left out; without one there, as soon as the wheels are back at speed.
             */
            per_second?: number | null;
            /**
             * Shots in a burst
             * @description How many, 10 when left out.
             */
            shots?: number | null;
            /**
             * Bursts
             * @description How many bursts.
             * @default 1
             */
            bursts?: number;
            /**
             * Pause
             * @description Between two bursts, the wheels kept at speed.
             * @default 0
             */
            pause_s?: number;
            /** @constant */
            kind: "shots";
        };
        CoursePoint: {
            /**
             * Time
             * @description Since the start.
             */
            t_s?: number | null;
            /**
             * Distance
             * @description From the start.
             */
            distance_m?: number | null;
            /**
             * Speed
             * @description Speed wanted there.
             */
            speed_m_s?: number | null;
            /**
             * Output speed
             * @description The same as turns of the output, where nothing travels.
             */
            output_rpm?: number | null;
            /**
             * Grade
             * @description Rise over run; below zero it goes down.
             * @default 0
             */
            grade_percent?: number;
            /**
             * Share of the load
             * @description Of the part of the load that does not come from speed: 0 no crop, 1 as in the job.
             * @default 1
             */
            load_share?: number;
            /**
             * Wait there
             * @description How long it stands there, on a course over distance.
             * @default 0
             */
            wait_s?: number;
        };
        /** @description Candidates, best first. */
        Candidates: {
            /** @description What the option does as it is. */
            now: components["schemas"]["Effect"];
            /**
             * Format: uint32
             * @description How many parts of the shelf match.
             */
            total: number;
            /**
             * Format: uint32
             * @description How many of them were tried.
             */
            tried: number;
            /** @description The best of them: those that make sense first, and of those the ones that do the job best. */
            candidates: components["schemas"]["Candidate"][];
            /** @description Parts of other kinds that the words of the search find, where they find none of this kind. */
            elsewhere: components["schemas"]["Elsewhere"][];
        };
        /** @description What an option does, in the few figures that candidates are compared by. */
        Effect: {
            /** @description Verdict of the option. */
            verdict: components["schemas"]["Verdict"];
            /**
             * Format: uint32
             * @description Checks that fail.
             */
            failing: number;
            /**
             * Format: double
             * @description How far the weakest link is used; null when it fails without a number.
             */
            worst_utilisation: number | null;
            /** @description Title of the weakest link. */
            weakest: string | null;
            /**
             * Format: double
             * @description How far the torque on the hill is used; null without a hill, or when it cannot.
             */
            climb_utilisation: number | null;
            /**
             * Format: double
             * @description Flat out at half charge: speed of travel or rope, m/s; null where nothing travels.
             */
            speed_m_s: number | null;
            /**
             * Format: double
             * @description Flat out at half charge: speed of the output, rpm.
             */
            output_rpm: number | null;
            /**
             * Format: double
             * @description That speed over the one that is wanted; null where it cannot be said.
             */
            speed_over_target: number | null;
            /**
             * Format: double
             * @description Rest to target speed or spun up, s; null where it cannot get there.
             */
            time_to_speed_s: number | null;
            /**
             * Format: double
             * @description Torque of the output held still on a full battery, N·m.
             */
            start_torque_nm: number | null;
            /**
             * Format: double
             * @description Torque of each motor held still on a full battery, at its own shaft, N·m.
             */
            motor_stall_nm: number | null;
            /**
             * Format: double
             * @description Pull at the wheels from rest, N; null where nothing travels on wheels.
             */
            start_pull_n: number | null;
            /**
             * Format: double
             * @description Battery current of all drives at their hardest work, A.
             */
            battery_a: number | null;
            /**
             * Format: double
             * @description Battery current where it is largest, A.
             */
            battery_peak_a: number | null;
            /**
             * Format: double
             * @description The same as a C rate of the whole battery, 1/h.
             */
            battery_c: number | null;
            /**
             * Format: double
             * @description What the battery may give continuously, A; null where nobody listed it.
             */
            battery_rated_a: number | null;
            /**
             * Format: double
             * @description Sag of a cell at the hardest work with little charge, V.
             */
            sag_v_per_cell: number | null;
            /**
             * Format: double
             * @description Battery current of one controller of the drive at its hardest work, A.
             */
            controller_battery_a: number | null;
            /**
             * Format: double
             * @description Current of each motor at the hardest work, A.
             */
            motor_a: number | null;
            /**
             * Format: double
             * @description Winding, °C; null when unknown or running away.
             */
            winding_c: number | null;
            /**
             * Format: double
             * @description How long it stands full throttle from cold, s; null where it holds continuously, or nothing is known of its heat.
             */
            flat_out_s: number | null;
            /**
             * Format: double
             * @description What it gives where it is turned, W; null where it is fed.
             */
            generated_w: number | null;
            /**
             * Format: double
             * @description The volts at which it does, V.
             */
            generated_v: number | null;
            /**
             * Format: double
             * @description Volts on its leads when the load falls off, V.
             */
            runaway_v: number | null;
            /**
             * Format: double
             * @description Minutes on one charge.
             */
            runtime_min: number | null;
            /**
             * Format: double
             * @description Price of all drive parts; null while one has none.
             */
            price: number | null;
            /**
             * Format: double
             * @description Mass of all drive parts, kg.
             */
            hardware_mass_kg: number;
        };
        /** @description A part of the shelf with its effect on the build. */
        Candidate: {
            /** @description Id of the part. */
            id: string;
            /** @description What it is called. */
            label: string;
            /** @description Already in the drawer. */
            owned: boolean;
            /**
             * Format: double
             * @description Price of one.
             */
            price: number | null;
            /** @description What the option does with it. */
            effect: components["schemas"]["Effect"];
            /** @description Where it goes in the document. */
            pointer: string;
            /** @description What to put there. */
            value: unknown;
            /** @description What comes along with it, in a few words each. */
            brings: string[];
            /** @description Why it is folded away; null for a part that makes sense. */
            folded: components["schemas"]["FoldedAway"] | null;
        };
        /** @description Why a part is folded away: it is no answer to this job. */
        FoldedAway: "too_heavy" | "too_fast" | "too_slow" | "wrong_size" | "wrong_kind";
        /** @description How many parts of another kind a search finds. */
        Elsewhere: {
            /** @description The kind. */
            kind: components["schemas"]["PartKind"];
            /**
             * Format: uint32
             * @description How many.
             */
            total: number;
        };
        /** @description A remedy, and whether the shelf has such a part. */
        Offer: {
            /** @description What to change to how much, in one sentence. */
            says: string;
            /** @description What kind of change it is. */
            group: components["schemas"]["Group"];
            /** @description JSON pointer of the place to change in the build document. */
            pointer: string;
            /** @description The value to put there. */
            value: unknown;
            /** @description What stands there now; null when nothing does. */
            was: unknown;
            /**
             * Format: double
             * @description How far the check is used afterwards.
             */
            utilisation: number | null;
            /** @description Its verdict afterwards: ok, or tight where nothing better exists. */
            verdict: components["schemas"]["Verdict"];
            /** @description What gives way first afterwards. */
            weakest_after: components["schemas"]["CheckMove"] | null;
            /** @description Checks that hold now and would fail afterwards. */
            breaks: components["schemas"]["CheckMove"][];
            /** @description Other checks that fail now and would hold afterwards. */
            mends: components["schemas"]["CheckMove"][];
            /**
             * Format: uint32
             * @description Checks that would still fail afterwards.
             */
            failing_after: number;
            /** @description What a part from the shelf must have to be this change; null where no part changes. */
            part: components["schemas"]["PartNeed"] | null;
            /** @description Parts of the shelf that are this change; null where no part changes. */
            shelf: components["schemas"]["ShelfMatch"] | null;
        };
        /** @description Parts of the shelf that have what is wanted. */
        ShelfMatch: {
            /**
             * Format: uint32
             * @description How many.
             */
            count: number;
            /** @description The cheapest, or the first by name where none has a price. */
            cheapest: string | null;
            /**
             * Format: double
             * @description Its price.
             */
            price: number | null;
            /** @description Whether one of them is in the drawer. */
            owned: boolean;
        };
        /** @description One figure that is not measured, and what its tolerance does. */
        GuessEffect: {
            /** @description Where the figure stands, or would stand, in the document. */
            pointer: string;
            /** @description What it is. */
            what: string;
            /** @description The drive it is about; null for the battery. */
            drive: string | null;
            /** @description Listed, or estimated because nobody gave it. */
            provenance: components["schemas"]["Provenance"];
            /** @description How far it is usually off, in words. */
            tolerance: string;
            /** @description Weakest link with the figure at the kinder end of its tolerance. */
            kind_end: components["schemas"]["EndOfTolerance"];
            /** @description Weakest link with the figure at the harsher end. */
            harsh_end: components["schemas"]["EndOfTolerance"];
            /**
             * Format: double
             * @description How far the weakest link moves over the tolerance, as utilisation; the list is ranked by it.
             */
            moves: number;
            /** @description Whether the verdict changes between holding and failing. */
            flips: boolean;
            /** @description The bench sheet that would replace it. */
            sheet: components["schemas"]["BenchSheet"];
        };
        /** @description Where a figure came from. */
        Provenance: "listed" | "measured" | "worked_out" | "estimated";
        /** @description The weakest link at one end of a tolerance. */
        EndOfTolerance: {
            /**
             * Format: double
             * @description How far it is used; null when it fails without a number.
             */
            utilisation: number | null;
            /** @description Which it is. */
            weakest_link: components["schemas"]["WeakestLink"] | null;
            /** @description Verdict of the option. */
            verdict: components["schemas"]["Verdict"];
        };
        /** @description The sheet of the bench that replaces a guess by a measurement. */
        BenchSheet: "no_load_sweep" | "winding_resistance" | "pack_resistance" | "coast_down" | "heat_run";
        /** @description A question that makers answer in more than one way. */
        Question: {
            /** @description Which: `battery_rule`, `c_rating`, `pouch_or_cells`, `voltage`, `motor_count`, `brushes`, `sensors` or `hub_or_belt`. */
            id: string;
            /** @description The drive it is about; null for the battery. */
            drive: string | null;
            /** @description The question. */
            asks: string;
            /** @description The answers. */
            schools: components["schemas"]["School"][];
        };
        /** @description One answer. */
        School: {
            /** @description What it is called. */
            name: string;
            /** @description What it does and when, with this build's numbers, in two or three sentences. */
            says: string;
            /** @description Whether the build does it now. */
            now: boolean;
            /** @description JSON pointer of the place to change to follow it; null where it is followed. */
            pointer: string | null;
            /** @description The value to put there. */
            value: unknown;
            /** @description Its figures, the same ones for every school of the question. */
            figures: components["schemas"]["SchoolFigure"][];
        };
        /** @description One figure of a school. */
        SchoolFigure: {
            /** @description What it is. */
            what: string;
            /**
             * Format: double
             * @description Its value in the document's unit; null where there is none.
             */
            value: number | null;
            /** @description What kind of figure it is: a quantity of the units. */
            quantity: string;
        };
        /** @description All options of a build, question by question. */
        SideBySide: {
            /** @description Who wins what, in a sentence or two. */
            says: string;
            /** @description The questions that at least one option answers. */
            rows: components["schemas"]["ComparedRow"][];
        };
        /** @description One question, answered by every option. */
        ComparedRow: {
            /** @description Its name; the ending tells the unit, as in a document. */
            key: string;
            /** @description What a maker asks. */
            title: string;
            /** @description Whether more is better; null where it is only different. */
            more_is_better: boolean | null;
            /**
             * Format: double
             * @description What the job asks; null where it asks nothing.
             */
            asked: number | null;
            /** @description The figure of each option; null where there is none. */
            values: (number | null)[];
            /** @description Best and worst. */
            standing: (components["schemas"]["Standing"] | null)[];
            /** @description What is said beside each figure; empty where nothing is. */
            notes: string[];
        };
        /** @description How a figure of an option stands among the others. */
        Standing: "best" | "worst";
        /** @description How the option comes out at one value. */
        StripPoint: {
            /**
             * Format: double
             * @description The value, in the unit of the document.
             */
            value: number;
            /** @description How it comes out; null where the document does not allow the value. */
            verdict: components["schemas"]["Verdict"] | null;
            /** @description What gives way first. */
            weakest: string | null;
            /**
             * Format: double
             * @description Share of its limit that is used.
             */
            utilisation: number | null;
        };
        /** @description What was worked out from what is known. */
        WorkedOut: {
            /** @description Figures for the motor's document. */
            figures: components["schemas"]["FoundFigure"][];
            /** @description How, line by line. */
            working: string[];
            /** @description What cannot all be right. */
            contradictions: components["schemas"]["Contradiction"][];
            /** @description What is still wanted, in a maker's words; empty where Kv and resistance were found. */
            missing: string[];
            /** @description Figures at the output shaft; null without volts. */
            at_output: components["schemas"]["AtOutput"] | null;
            /** @description The members of the motor's document with the figures put in; what was measured stays. */
            motor: unknown;
            /** @description Keys of the motor before that are not in it: what is known is of another motor. */
            goes: string[];
        };
        /** @description A figure of the motor that was found. */
        FoundFigure: {
            /** @description Dotted key in the motor's document. */
            key: string;
            /** @description Its value: a number in the document's unit, or a word. */
            value: unknown;
            /** @description Whether it was listed, worked out from what is listed, or estimated. */
            provenance: components["schemas"]["Provenance"];
            /**
             * Format: double
             * @description How far it may be off, as a factor either way; null where it is as listed.
             */
            factor: number | null;
            /** @description The bench sheet that would replace it. */
            sheet: string | null;
        };
        /** @description One figure that does not go with the others. */
        Contradiction: {
            /** @description Keys of what is known that cannot both be right, the worst first. */
            keys: string[];
            /**
             * Format: double
             * @description What was typed over what the others say.
             */
            times: number;
            /** @description In one sentence. */
            says: string;
        };
        /** @description What people see at the output of a built-in gearbox. */
        AtOutput: {
            /**
             * Format: double
             * @description Volts it is told at.
             */
            voltage_v: number;
            /**
             * Format: double
             * @description Speed with nothing on the shaft, rpm.
             */
            no_load_rpm: number;
            /**
             * Format: double
             * @description Torque held still, N·m.
             */
            stall_torque_nm: number;
            /**
             * Format: double
             * @description Amps held still.
             */
            stall_current_a: number;
        };
        /** @description A text as it was understood. */
        LineReading: {
            /** @description Kind of the part. */
            kind: components["schemas"]["PartKind"];
            /** @description What was understood, in the order of the text. */
            figures: components["schemas"]["HeardFigure"][];
            /** @description What stands in the part because it is usual, not because it was read. */
            usual: components["schemas"]["HeardFigure"][];
            /** @description What was not. */
            left: string[];
            /** @description The members of the part's document; a motor's with what was worked out. */
            part: unknown;
            /** @description What was worked out of a motor; null for anything else. */
            worked_out: components["schemas"]["WorkedOut"] | null;
        };
        /** @description A figure that was understood. */
        HeardFigure: {
            /** @description Dotted key in the part's document. */
            key: string;
            /** @description What a maker calls it. */
            label: string;
            /** @description Value in the document's unit, or a word. */
            value: unknown;
            /** @description The words it came from; empty where nobody said it. */
            heard: string;
        };
        /** @description What the shelf proposes for a job. */
        Proposals: {
            /** @description Up to three machines. */
            machines: components["schemas"]["Proposal"][];
            /** @description Where none does the job: the nearest. */
            misses: components["schemas"]["Miss"][];
            /**
             * Format: uint64
             * @description Whole machines that were judged.
             */
            tried: number;
            /** @description Why there is none, where that is plain from the start; null otherwise. */
            cannot: string | null;
        };
        /** @description A machine that does the job. */
        Proposal: {
            /** @description What it is best in. */
            best_in: components["schemas"]["BestIn"];
            /** @description What it is, in one line. */
            what: string;
            /** @description Why it, in one sentence. */
            why: string;
            /** @description What gives way first, in one sentence. */
            gives_way: string;
            /** @description What would have been next, in one sentence; null where nothing else does the job. */
            next: string | null;
            /** @description How it comes out. */
            verdict: components["schemas"]["Verdict"];
            /**
             * Format: double
             * @description How far its weakest link is used.
             */
            worst_utilisation: number | null;
            /**
             * Format: double
             * @description Price of its parts; null while one has none.
             */
            price: number | null;
            /**
             * Format: double
             * @description The same without what is in the drawer.
             */
            to_buy: number | null;
            /**
             * Format: double
             * @description Mass of its parts, kg.
             */
            hardware_mass_kg: number;
            /**
             * Format: double
             * @description Minutes on one charge.
             */
            runtime_min: number | null;
            /**
             * Format: double
             * @description What it gives where it is turned, W.
             */
            generated_w: number | null;
            /** @description The option for the build's document. */
            option: components["schemas"]["OptionSheet"];
        };
        /** @description What a machine is best in. */
        BestIn: "price" | "mass" | "calm" | "power";
        /** @description A machine that comes near. */
        Miss: {
            /** @description What it is, in one line. */
            what: string;
            /** @description What it fails by, in one sentence. */
            fails: string;
            /** @description Which wish to ease, and to what; null where easing one does not help. */
            ease: string | null;
            /** @description The option for the build's document. */
            option: components["schemas"]["OptionSheet"];
        };
        /** @description What every pair of teeth does; each column runs driver by driver, and within one driven by driven. */
        ToothGrid: {
            /** @description Teeth of the driver, by row. */
            driver_teeth: number[];
            /** @description Teeth of the driven wheel, by column. */
            driven_teeth: number[];
            /** @description Ratio of all stages together. */
            ratio: number[];
            /** @description Verdict of the whole option. */
            verdict: components["schemas"]["Verdict"][];
            /** @description Whether target and climb can be held at half charge. */
            feasible: boolean[];
            /** @description Flat out at half charge: speed of travel, m/s; null where nothing travels. */
            speed_m_s: (number | null)[];
            /** @description Flat out at half charge: speed of the output, rpm. */
            output_rpm: (number | null)[];
            /** @description How far the torque on the hill is used; null without a hill. */
            climb_utilisation: (number | null)[];
            /** @description Winding, °C; null when unknown or running away. */
            winding_c: (number | null)[];
            /** @description How long it stands full throttle from cold, s; null where it holds continuously or nothing is known of its heat. */
            flat_out_s: (number | null)[];
            /** @description How far the weakest link is used; null when it fails without a number. */
            worst_utilisation: (number | null)[];
            /** @description The weakest link, as a maker calls it. */
            weakest: (string | null)[];
            /** @description Minutes on one charge. */
            runtime_min: (number | null)[];
        };
        /** @description The ratios of one stage between which the drive does its job. */
        RatioNeeded: {
            /**
             * Format: double
             * @description Ratio of the stage now.
             */
            now: number;
            /**
             * Format: double
             * @description The largest that still reaches the target speed at half charge; null when none does.
             */
            largest: number | null;
            /**
             * Format: double
             * @description The smallest that climbs and gets up to speed; null when none does or nothing is asked.
             */
            smallest: number | null;
            /**
             * Format: double
             * @description Ratio of all other stages together.
             */
            others: number;
            /** @description Pairs of teeth nearest below the largest ratio, nearest first. */
            pairs: components["schemas"]["ToothPair"][];
        };
        /** @description A pair of wheels. */
        ToothPair: {
            /**
             * Format: uint32
             * @description Teeth of the driver.
             */
            driver_teeth: number;
            /**
             * Format: uint32
             * @description Teeth of the driven wheel.
             */
            driven_teeth: number;
            /**
             * Format: double
             * @description Driver turns per driven turn.
             */
            ratio: number;
            /**
             * Format: double
             * @description How far it is off the ratio asked for: 0.01 is 1 % more.
             */
            off: number;
        };
        /** @description What a guide says. */
        Guide: {
            /** @description Whether anything is answered: without an answer the kinds that can do the job stand in no order. */
            ranked: boolean;
            /** @description Every kind, best first where they are ranked; those that cannot do the job last. */
            kinds: components["schemas"]["Ranked"][];
            /** @description The size that power and mass of the job ask for, in one sentence; null where nothing tells. */
            size: string | null;
            /** @description What of the option a class forbids, in one sentence each. */
            forbidden: string[];
        };
        /** @description A kind of motor with every point for and against it. */
        Ranked: {
            /** @description The kind. */
            kind: components["schemas"]["MotorFamily"];
            /** @description What a maker calls it. */
            label: string;
            /**
             * Format: uint32
             * @description Points for it.
             */
            points_for: number;
            /**
             * Format: uint32
             * @description Points against it.
             */
            points_against: number;
            /** @description Whether a rule rules it out. */
            ruled_out: boolean;
            /** @description Each point with its reason. */
            points: components["schemas"]["Point"][];
            /** @description What else it needs. */
            needs: string[];
            /** @description What it asks for over the years. */
            upkeep: string[];
        };
        /** @enum {string} */
        MotorFamily: "sealed_can" | "rebuildable" | "sensorless" | "sensored" | "field_oriented" | "hub_direct" | "hub_geared" | "gear_motor_planetary" | "gear_motor_worm" | "stepper";
        /** @description One rule that applied. */
        Point: {
            /** @description Which way it counts. */
            side: components["schemas"]["Side"];
            /** @description What was asked or is so. */
            since: string;
            /** @description Why it counts. */
            reason: string;
        };
        /** @description Which way a point counts. */
        Side: "for" | "against" | "rules_out";
        /** @description Everything that can be read off one motor. */
        Reading: {
            /** @description What its size code says, from its name; null without one. */
            size_code: components["schemas"]["SizeCode"] | null;
            /** @description The same winding with other numbers of turns, the present one among them; by ratio where the turns are unknown. */
            turns: components["schemas"]["Rewound"][];
            /** @description The motor at more or less timing. */
            timing: components["schemas"]["Timed"][];
            /** @description Poles and electrical speed; null without pole pairs. */
            electrical: components["schemas"]["Electrical2"] | null;
            /** @description The present voltage and a quarter more. */
            volts: components["schemas"]["AtVolts"][];
            /**
             * Format: double
             * @description How many volts over its rating the motor gets with a charged pack: 0.25 is a quarter too many; null unrated.
             */
            overvolted: number | null;
            /** @description What that does, in one sentence. */
            volts_say: string;
            /** @description Cans of other sizes against this one. */
            sizes: components["schemas"]["OtherSize"][];
            /** @description How fast the rim flies; null without a rotor diameter. */
            rim: components["schemas"]["Rim"] | null;
            /** @description Kv that suits, from practice and from this job. */
            kv: components["schemas"]["KvBand"];
        };
        /** @description What a size code says. */
        SizeCode: {
            /** @description The code as it was understood. */
            code: string;
            /** @description Whether it is a measure; a nominal name tells the family, not millimetres. */
            is_measure: boolean;
            /**
             * Format: double
             * @description Diameter of the can, mm.
             */
            diameter_mm: number;
            /**
             * Format: double
             * @description Length of the can, mm.
             */
            length_mm: number;
            /**
             * Format: double
             * @description Usual shaft, mm; null where there is no usual one.
             */
            shaft_mm: number | null;
            /** @description What a maker should know about it, in one sentence. */
            says: string;
            /** @description Where code and can differ: that, and which counts; null where they agree or the can is not known. */
            differs: string | null;
        };
        /** @description The motor with another number of turns: Kv ∝ 1/turns, R ∝ turns², no-load current ∝ 1/turns. */
        Rewound: {
            /**
             * Format: double
             * @description Turns; null where the present ones are unknown.
             */
            turns: number | null;
            /**
             * Format: double
             * @description Turns over the present ones.
             */
            times: number;
            /**
             * Format: double
             * @description Kv, rpm/V.
             */
            kv_rpm_per_v: number;
            /**
             * Format: double
             * @description Resistance, Ω.
             */
            resistance_ohm: number;
            /**
             * Format: double
             * @description No-load current, A.
             */
            no_load_current_a: number | null;
            /** @description Whether it is the winding as it is. */
            now: boolean;
            /**
             * Format: double
             * @description Flat out at half charge in this build: speed of the output, rpm; null where it cannot.
             */
            output_rpm: number | null;
            /**
             * Format: double
             * @description Motor current in the harder of target and climb, A.
             */
            motor_current_a: number | null;
            /**
             * Format: double
             * @description Winding, °C.
             */
            winding_c: number | null;
            /** @description Verdict of the whole option. */
            verdict: components["schemas"]["Verdict"];
        };
        /** @description The motor at another timing. */
        Timed: {
            /**
             * Format: double
             * @description Degrees beyond the setting of the Kv.
             */
            advance_deg: number;
            /**
             * Format: double
             * @description Torque per ampere against the present.
             */
            torque_per_ampere: number;
            /**
             * Format: double
             * @description Speed per volt against the present.
             */
            speed_per_volt: number;
            /**
             * Format: double
             * @description Motor current at the hardest steady work, A; null where it has no numbers.
             */
            motor_current_a: number | null;
            /**
             * Format: double
             * @description Winding at the work, °C; null while unknown or where it runs away.
             */
            winding_c: number | null;
        };
        /** @description Poles and electrical speed. */
        Electrical2: {
            /**
             * Format: uint32
             * @description Poles of the rotor.
             */
            poles: number;
            /**
             * Format: double
             * @description Spinning free with a full pack, electrical rpm.
             */
            erpm: number;
            /**
             * Format: double
             * @description The same, Hz.
             */
            hertz: number;
        };
        /** @description The bare motor at a voltage. */
        AtVolts: {
            /**
             * Format: double
             * @description Voltage, V.
             */
            voltage_v: number;
            /**
             * Format: double
             * @description Speed with nothing on the shaft, rpm.
             */
            no_load_rpm: number;
            /**
             * Format: double
             * @description Torque when held, N·m.
             */
            stall_torque_nm: number;
            /**
             * Format: double
             * @description Current when held, A.
             */
            stall_current_a: number;
            /**
             * Format: double
             * @description Heat when held, W.
             */
            stall_heat_w: number;
        };
        /** @description A can of another size of the same make: torque goes with D²·L. */
        OtherSize: {
            /** @description What it is. */
            says: string;
            /**
             * Format: double
             * @description Diameter, mm.
             */
            diameter_mm: number;
            /**
             * Format: double
             * @description Length, mm.
             */
            length_mm: number;
            /**
             * Format: double
             * @description Torque for the same heat against this can.
             */
            torque: number;
            /**
             * Format: double
             * @description Speed for the same stress in the rim against this can.
             */
            safe_speed: number;
        };
        /** @description How fast the rim of the rotor flies. */
        Rim: {
            /**
             * Format: double
             * @description Spinning free with a full pack, m/s; null when the battery cannot.
             */
            speed_m_s: number | null;
            /**
             * Format: double
             * @description Hoop stress of a ring that carries only itself, MPa.
             */
            hoop_mpa: number | null;
            /**
             * Format: double
             * @description Limit, m/s.
             */
            limit_m_s: number;
            /**
             * Format: double
             * @description Speed at that limit, rpm.
             */
            limit_rpm: number;
            /** @description Whether the limit is assumed. */
            assumed: boolean;
            /** @description Why a fatter rotor turns slower, with these numbers. */
            says: string;
        };
        /** @description Kv that suits. */
        KvBand: {
            /**
             * Format: double
             * @description Kv of the motor now, rpm/V.
             */
            now: number;
            /** @description What practice uses for such machines at this voltage, rpm/V; null where there is no such habit. */
            usual: number[] | null;
            /** @description Where that comes from. */
            usual_for: string;
            /**
             * Format: double
             * @description The lowest Kv on this iron that still reaches the target at half charge with this gearing, rpm/V; null when none
             *     does.
             */
            computed: number | null;
            /** @description Both beside each other, and why they differ, in whole sentences. */
            says: string;
        };
        /** @description A warning at a smaller, faster motor, and the ratio that sets it right. */
        Swap: {
            /** @description What happens, in whole sentences with the numbers of this build. */
            says: string;
            /**
             * Format: double
             * @description Motor turns per output turn now.
             */
            ratio_now: number;
            /**
             * Format: double
             * @description Ratio that gives the output the speed it has now.
             */
            ratio_restoring: number;
            /** @description JSON pointer of the stage to regear; null without one. */
            pointer: string | null;
            /** @description The stage with that ratio, as near as whole teeth come. */
            value: unknown;
            /** @description Motor current in the harder of target and climb, A: now, with the other motor, with it and regeared. */
            motor_current_a: (number | null)[];
        };
        /** @description How a machine can be made slower. */
        Slower: {
            /**
             * Format: double
             * @description Flat out at half charge over the target.
             */
            spare: number;
            /** @description As it is. */
            now: components["schemas"]["Way"];
            /** @description Fewer cells, a lower Kv, shorter gearing; each goes as far as the target still allows. */
            ways: components["schemas"]["Way"][];
        };
        /** @description One way, with what it takes at half charge. */
        Way: {
            /** @description What to change. */
            says: string;
            /** @description JSON pointer of the change; null for the build as it is. */
            pointer: string | null;
            /** @description What to put there. */
            value: unknown;
            /**
             * Format: double
             * @description Current in each motor at the target, A.
             */
            motor_current_target_a: number | null;
            /**
             * Format: double
             * @description Current in each motor on the climb, A; null without a hill.
             */
            motor_current_climb_a: number | null;
            /**
             * Format: double
             * @description Current from the battery in the hardest work, A.
             */
            supply_current_a: number | null;
            /** @description What the whole option then does. */
            effect: components["schemas"]["Effect"];
        };
        /** @description A build in the list. */
        BuildLine: {
            /** @description Id. */
            id: string;
            /** @description Name. */
            name: string;
            /**
             * Format: uint32
             * @description Current revision.
             */
            revision: number;
            /** @description When it was last saved, RFC 3339. */
            updated_at: string;
            /** @description When it went into the bin, RFC 3339. */
            deleted_at: string | null;
            /** @description Why it cannot be opened; null for one that can. */
            unreadable: string | null;
            /** @description First words of the notes. */
            notes: string;
            /** @description What it drives: names of the drives. */
            drives: string[];
            /** @description Kinds of its loads, in the order of the drives. */
            loads: string[];
            /** @description Its options with their verdicts. */
            options: components["schemas"]["OptionLine"][];
            /** @description What of it is due, by its log. */
            due: string[];
        };
        /** @description An option in the list. */
        OptionLine: {
            /** @description Name. */
            name: string;
            /** @description Whether it is the chosen one. */
            chosen: boolean;
            /** @description Its verdict. */
            verdict: components["schemas"]["Verdict"];
            /** @description Title of what gives way first. */
            weakest: string | null;
            /**
             * Format: double
             * @description How far that is used.
             */
            utilisation: number | null;
        };
        /** @description Where a document now stands. */
        Saved: {
            /** @description Its id. */
            id: string;
            /**
             * Format: uint32
             * @description Its current revision.
             */
            revision: number;
            /** @description When it was saved, RFC 3339. */
            saved_at: string;
        };
        /** @description One line of the history of a build. */
        RevisionLine: {
            /**
             * Format: uint32
             * @description Number of the revision, rising.
             */
            number: number;
            /** @description What it is. */
            kind: components["schemas"]["RevisionKind"];
            /** @description When it was saved, RFC 3339. */
            saved_at: string;
            /** @description Name of the build in it. */
            name: string;
            /** @description Who saved it, where that was said. */
            saved_by: string | null;
        };
        /** @description What a revision is. */
        RevisionKind: "saved" | "set_aside";
        /** @description The daily copies. */
        Backups: {
            /** @description Name of the folder beside the data in which they are. */
            folder: string;
            /** @description Their days, the newest first. */
            days: string[];
            /**
             * Format: uint
             * @description How many stay.
             */
            kept: number;
        };
        /** @description What an archive holds, and what became of it. */
        TakenIn: {
            /** @description When it was made, RFC 3339. */
            made_at: string;
            /** @description What is new here, by kind. */
            new: {
                [key: string]: number;
            };
            /**
             * Format: uint32
             * @description What stands here already, as it is there.
             */
            same: number;
            /** @description What stands differently here. */
            conflicts: components["schemas"]["Conflict"][];
            /** @description What cannot be used. */
            refused: components["schemas"]["Refused"][];
            /** @description What was damaged where the archive was made, and is not in it. */
            missing: string[];
            /** @description Whether anything was written: not where it was only looked at. */
            taken: boolean;
        };
        /** @description Something that stands differently here. */
        Conflict: {
            /** @description What it is. */
            kind: components["schemas"]["ItemKind"];
            /** @description Its id. */
            id: string;
            /** @description What a maker calls it. */
            name: string;
            /** @description When ours was last saved, RFC 3339. */
            ours_at: string;
            /** @description When theirs was last saved, RFC 3339. */
            theirs_at: string;
            /** @description Whether ours is in the bin. */
            in_bin: boolean;
        };
        /** @description What a file of an archive is. */
        ItemKind: "part" | "sheet" | "build" | "revision" | "entry" | "run";
        /** @description A file of the archive that cannot be used. */
        Refused: {
            /** @description Where it stands in the archive. */
            path: string;
            /** @description What is wrong with it. */
            detail: string;
        };
        /** @description What was found. */
        FoundParts: {
            /**
             * Format: uint32
             * @description How many there are in all.
             */
            total: number;
            /** @description The ones asked for. */
            parts: components["schemas"]["PartLine"][];
        };
        /** @description A part in the list. */
        PartLine: {
            /** @description Id. */
            id: string;
            /**
             * Format: uint32
             * @description Current revision.
             */
            revision: number;
            /** @description When it was last saved, RFC 3339. */
            updated_at: string;
            /** @description When it was retired, RFC 3339. */
            retired_at: string | null;
            /** @description The part. */
            part: components["schemas"]["ShelfPart"];
        };
        ShelfPart: {
            /**
             * Kind
             * @description Brushed, brushless or a stepper.
             */
            kind: components["schemas"]["MotorKind"];
            /**
             * Speed constant Kv
             * @description Turns per minute per volt without load; of a stepper, per volt of the peak of one winding.
             */
            kv_rpm_per_v: number;
            /**
             * Winding resistance
             * @description Between the two leads (brushless: any two of three; stepper: one of its windings) at 20 °C.
             */
            resistance_ohm: number;
            /**
             * No-load current
             * @description Current with nothing on the shaft.
             */
            no_load_current_a?: number | null;
            /**
             * at a voltage of
             * @description Voltage at which the no-load current was taken.
             */
            no_load_voltage_v?: number | null;
            /**
             * Speed share of the loss
             * @description Share of the no-load loss torque that grows with speed.
             */
            no_load_speed_share?: number | null;
            /**
             * Brush drop
             * @description Voltage lost at the brushes.
             */
            brush_drop_v?: number | null;
            /**
             * Pole pairs
             * @description Half the number of magnet poles.
             */
            pole_pairs?: number | null;
            /**
             * Inductance of a winding
             * @description Of one winding of a stepper; from 2 to 10 mH for the usual ones.
             */
            phase_inductance_mh?: number | null;
            /**
             * Timing advance
             * @description Electrical degrees beyond the setting at which Kv was found.
             */
            timing_advance_deg?: number | null;
            /**
             * Turns
             * @description Turns per tooth.
             */
            turns?: number | null;
            /**
             * Rotor sensor
             * @description How the controller knows the rotor position.
             */
            sensor?: components["schemas"]["Sensor"] | null;
            /**
             * Temperature sensor
             * @description Whether the winding has one.
             */
            temperature_sensor?: boolean | null;
            /**
             * Magnet
             * @description Magnet material.
             */
            magnet?: components["schemas"]["Magnet"] | null;
            /**
             * Magnet grade
             * @description Temperature suffix of the grade.
             */
            magnet_grade?: components["schemas"]["MagnetGrade"] | null;
            /**
             * Insulation class
             * @description Thermal class of the enamel.
             */
            insulation_class?: components["schemas"]["InsulationClass"] | null;
            /**
             * Volts as printed
             * @description What is printed on it: volts, or cells times the nominal voltage of one.
             */
            nominal_voltage_v?: number | null;
            /**
             * Highest voltage
             * @description Voltage the motor is rated for.
             */
            max_voltage_v?: number | null;
            /**
             * Continuous current
             * @description Current it takes continuously.
             */
            max_continuous_current_a?: number | null;
            /**
             * Burst current
             * @description Current it takes for moments.
             */
            max_burst_current_a?: number | null;
            /**
             * Rated watts
             * @description Power at the shaft that it is sold for.
             */
            rated_power_w?: number | null;
            /**
             * Highest speed
             * @description Speed the rotor is safe at.
             */
            max_speed_rpm?: number | null;
            /**
             * Rotor inertia
             * @description Inertia of the rotor.
             */
            rotor_inertia_kg_m2?: number | null;
            /**
             * Rotor diameter
             * @description Diameter of the rotor.
             */
            rotor_diameter_mm?: number | null;
            /**
             * Can diameter
             * @description Outer diameter of the can.
             */
            can_diameter_mm?: number | null;
            /**
             * Can length
             * @description Length of the can.
             */
            can_length_mm?: number | null;
            /**
             * Shaft
             * @description Diameter of the shaft.
             */
            shaft_diameter_mm?: number | null;
            /**
             * Hardened shaft
             * @description Whether the shaft is hardened.
             */
            shaft_hardened?: boolean | null;
            /**
             * Mount
             * @description How it is fastened.
             */
            mount?: components["schemas"]["Mount"] | null;
            /**
             * Built-in gearbox
             * @description A gearbox that is part of the motor.
             */
            gearbox?: components["schemas"]["Gearbox"] | null;
            /**
             * Thermal values
             * @description Measured thermal values.
             */
            thermal?: components["schemas"]["Thermal"] | null;
            /**
             * What is known of it
             * @description What its label or seller says, as it was typed.
             */
            facts?: components["schemas"]["MotorFacts"] | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            format?: "ypsidyne.part/1";
            /** @constant */
            part: "motor";
        } | {
            /**
             * Kind
             * @description For brushed or brushless motors.
             */
            kind: components["schemas"]["MachineKind"];
            /**
             * Channels
             * @description Motor outputs that are driven separately.
             * @default 1
             */
            channels?: number;
            /**
             * Lowest voltage
             * @description Below it the controller stops.
             */
            min_voltage_v?: number | null;
            /**
             * Highest voltage
             * @description Above it the controller fails.
             */
            max_voltage_v?: number | null;
            /**
             * Motor current, continuous
             * @description Motor current rating of a channel, continuous.
             */
            motor_current_continuous_a?: number | null;
            /**
             * Motor current, peak
             * @description Motor current rating of a channel, for moments.
             */
            motor_current_peak_a?: number | null;
            /**
             * Battery current, continuous
             * @description Battery current rating of a channel, continuous.
             */
            battery_current_continuous_a?: number | null;
            /**
             * Battery current, peak
             * @description Battery current rating of a channel, for moments.
             */
            battery_current_peak_a?: number | null;
            /**
             * Motor current limit
             * @description Setting: most motor current of a channel.
             */
            motor_current_limit_a?: number | null;
            /**
             * Battery current limit
             * @description Setting: most battery current of a channel.
             */
            battery_current_limit_a?: number | null;
            /**
             * Holds its own current down
             * @description Whether it keeps the current at its rating by itself. Field-oriented ones do; others usually only survive it.
             */
            limits_current?: boolean | null;
            /**
             * Commutation
             * @description How the phases are driven.
             * @default six_step
             */
            commutation?: components["schemas"]["Commutation"];
            /**
             * On-resistance
             * @description Resistance of the whole conduction path.
             * @default 0
             */
            on_resistance_ohm?: number;
            /**
             * Idle power
             * @description What it draws at rest.
             * @default 0
             */
            idle_power_w?: number;
            /**
             * Failsafe throttle
             * @description What it holds when the signal is lost; 0 stops.
             */
            failsafe_throttle?: number | null;
            /**
             * Highest duty
             * @description Largest share of the battery voltage it passes on.
             * @default 1
             */
            max_duty?: number;
            /**
             * Highest electrical speed
             * @description Speed times pole pairs.
             */
            max_erpm?: number | null;
            /**
             * Sensors it reads
             * @description Rotor sensors it can read.
             */
            sensors?: components["schemas"]["Sensor"][] | null;
            /**
             * Can brake
             * @description Feeds braking power back into the battery.
             * @default false
             */
            can_brake?: boolean;
            /**
             * Receiver supply
             * @description The regulator that feeds receiver and servos.
             */
            bec?: components["schemas"]["Bec"] | null;
            /**
             * Mount
             * @description How it is fastened.
             */
            mount?: components["schemas"]["Mount"] | null;
            /**
             * Case to air
             * @description Rise of its case over air per watt of its loss.
             */
            case_to_ambient_k_per_w?: number | null;
            /**
             * Highest temperature
             * @description Where it cuts back or fails.
             */
            max_temperature_c?: number | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            format?: "ypsidyne.part/1";
            /** @constant */
            part: "controller";
        } | {
            /**
             * Chemistry
             * @description Kind of cell.
             */
            chemistry: components["schemas"]["Chemistry"];
            /**
             * Cells in series
             * @description Cells in series in one pack.
             */
            cells_series: number;
            /**
             * Capacity
             * @description Capacity of one pack.
             */
            capacity_ah: number;
            /**
             * Packs in series
             * @description Equal packs in series.
             * @default 1
             */
            packs_series?: number;
            /**
             * Packs in parallel
             * @description Equal packs in parallel.
             * @default 1
             */
            packs_parallel?: number;
            /**
             * Continuous rating
             * @description Continuous current as a multiple of the capacity.
             */
            continuous_c?: number | null;
            /**
             * Burst rating
             * @description Current for about 10 s as a multiple of the capacity.
             */
            burst_c?: number | null;
            /**
             * Cell resistance
             * @description Resistance of one series position of one pack.
             */
            cell_resistance_ohm?: number | null;
            /**
             * Charge rating
             * @description Highest charge current as a multiple of the capacity.
             */
            max_charge_c?: number | null;
            /**
             * Protection board limit
             * @description Current at which the protection board of one pack opens.
             */
            bms_limit_a?: number | null;
            /**
             * Stop voltage per cell
             * @description Lowest voltage per cell under load.
             */
            cutoff_v_per_cell?: number | null;
            /**
             * Usable share
             * @description Share of the capacity that is used.
             * @default 0.8
             */
            usable_fraction?: number;
            /**
             * Peukert exponent
             * @description How capacity shrinks with current: 1 not at all.
             */
            peukert_exponent?: number | null;
            /**
             * Rated over
             * @description Hours over which the capacity is rated.
             * @default 20
             */
            rated_hours?: number;
            /**
             * Connector
             * @description Connector on the pack.
             */
            connector?: string | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            format?: "ypsidyne.part/1";
            /** @constant */
            part: "battery";
        } | {
            /**
             * Stage
             * @description What the stage is made of.
             */
            kind: components["schemas"]["GearingKind"];
            /**
             * Driver teeth
             * @description Teeth on the motor side.
             */
            driver_teeth?: number | null;
            /**
             * Driven teeth
             * @description Teeth on the load side.
             */
            driven_teeth?: number | null;
            /**
             * Ratio
             * @description Driver turns per driven turn.
             */
            ratio?: number | null;
            /**
             * Efficiency
             * @description Share of the power that comes through.
             */
            efficiency?: number | null;
            /**
             * Module
             * @description Pitch diameter per tooth.
             */
            module_mm?: number | null;
            /**
             * Diametral pitch
             * @description Teeth per inch of pitch diameter.
             */
            diametral_pitch?: number | null;
            /**
             * Face width
             * @description Width of the teeth.
             */
            face_width_mm?: number | null;
            /**
             * Material
             * @description What the teeth are made of.
             */
            material?: string | null;
            /**
             * Pitch
             * @description Pitch of belt or chain.
             */
            pitch_mm?: number | null;
            /**
             * Width
             * @description Width of the belt.
             */
            width_mm?: number | null;
            /**
             * Centre distance
             * @description Between the two shafts.
             */
            centre_distance_mm?: number | null;
            /**
             * Driver bore
             * @description Bore of the driver.
             */
            driver_bore_mm?: number | null;
            /**
             * Driven module
             * @description Module of the driven wheel, where it is another one.
             */
            driven_module_mm?: number | null;
            /**
             * Driven diametral pitch
             * @description Diametral pitch of the driven wheel, where it is another one.
             */
            driven_diametral_pitch?: number | null;
            /**
             * Driven material
             * @description What the driven wheel is made of, where it differs.
             */
            driven_material?: string | null;
            /**
             * Belt teeth
             * @description Length of the belt in teeth.
             */
            belt_teeth?: number | null;
            /**
             * Chain links
             * @description Length of the chain in links.
             */
            chain_links?: number | null;
            /**
             * Permissible tension
             * @description Pull that belt or chain may carry continuously.
             */
            permissible_tension_n?: number | null;
            /**
             * Lead angle
             * @description Lead angle of the worm.
             */
            lead_angle_deg?: number | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            format?: "ypsidyne.part/1";
            /** @constant */
            part: "gearing_stage";
        } | {
            /**
             * Diameter
             * @description Outer diameter under load.
             */
            diameter_m: number;
            /**
             * Width
             * @description Width of the tread.
             */
            width_mm?: number | null;
            /**
             * Inertia
             * @description Inertia about the axle.
             */
            inertia_kg_m2?: number | null;
            /**
             * Bore
             * @description Bore of the hub.
             */
            bore_mm?: number | null;
            /**
             * Rolling resistance
             * @description On firm level ground.
             */
            rolling_resistance?: number | null;
            /**
             * Grip
             * @description Coefficient of friction on firm ground.
             */
            friction?: number | null;
            /**
             * Shelf part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Name
             * @description What you call this part.
             */
            label: string | null;
            /**
             * Price
             * @description Price of one, in the currency of the budget.
             */
            price?: number | null;
            /**
             * Mass
             * @description Mass of one.
             */
            mass_kg?: number | null;
            /**
             * Size
             * @description Outer size of one.
             */
            size_mm?: components["schemas"]["SizeMm"] | null;
            /**
             * In the drawer
             * @description Already in the drawer: nothing to buy.
             * @default false
             */
            owned?: boolean;
            /**
             * Getting it
             * @description Ordered, or fitted already.
             */
            getting?: components["schemas"]["Getting"] | null;
            /**
             * Ordered on
             * @description The day it was ordered.
             */
            ordered_on?: string | null;
            /**
             * Source
             * @description Where the figures came from.
             */
            source?: string | null;
            /**
             * Provenance
             * @description Field by field: listed, measured or estimated.
             */
            provenance?: {
                [key: string]: "listed" | "measured" | "worked_out" | "estimated";
            } | null;
            /**
             * Measured on
             * @description Field by field: when it was measured, RFC 3339, and by what.
             */
            measured_on?: {
                [key: string]: string;
            } | null;
            /** @constant */
            format?: "ypsidyne.part/1";
            /** @constant */
            part: "wheel";
        };
        /** @description A figure that a column can hold. */
        Field: {
            /** @description Dotted key, for example `gearbox.ratio`. */
            key: string;
            /** @description What a maker calls it. */
            label: string;
            /** @description Units it can be written in, the document's own first; empty for words. */
            units: string[];
            /** @description Whether it is a number. */
            number: boolean;
        };
        /** @description What a file holds, and what was stored of it. */
        Import: {
            /** @description Columns of a table and what they were taken for; empty for JSON. */
            columns: components["schemas"]["Column"][];
            /**
             * Format: uint32
             * @description Parts that read.
             */
            good: number;
            /**
             * Format: uint32
             * @description Rows or parts that do not.
             */
            bad: number;
            /** @description What is wrong with them, the first thousand; for JSON the line counts parts from 1 and the column is a pointer. */
            problems: components["schemas"]["RowProblem"][];
            /** @description What of the parts that read cannot all be right, the first thousand: figures of a motor that contradict each other. */
            doubts: components["schemas"]["RowProblem"][];
            /** @description The first parts that read. */
            sample: components["schemas"]["ShelfPart"][];
            /**
             * Format: uint32
             * @description How many were stored.
             */
            stored: number;
        };
        /** @description A column of a table. */
        Column: {
            /** @description What stands over it. */
            header: string;
            /** @description What it is taken for. */
            choice: components["schemas"]["ColumnChoice"];
            /** @description Its first cells. */
            samples: string[];
        };
        /** @description What a column was taken for, or what the user says it is. */
        ColumnChoice: {
            /** @description Dotted key of the figure; null leaves the column out. */
            key: string | null;
            /** @description Unit of its numbers; null for the document's own. */
            unit: string | null;
        };
        /** @description Something wrong with a row. */
        RowProblem: {
            /**
             * Format: uint64
             * @description Line of the file, from 1.
             */
            line: number;
            /** @description Header of the column; null when it is about the whole row. */
            column: string | null;
            /** @description What came and what would do. */
            detail: string;
        };
        /** @description A search as it stands. */
        SearchLine: {
            /** @description Id. */
            id: string;
            /** @description What it tries, in a few words. */
            title: string;
            /** @description Where it stands. */
            state: components["schemas"]["SearchState"];
            /** @description When it began, RFC 3339. */
            started_at: string;
            /** @description When it ended, RFC 3339. */
            ended_at: string | null;
            /**
             * Format: uint64
             * @description Combinations there are.
             */
            combinations: number;
            /**
             * Format: uint64
             * @description Combinations tried so far.
             */
            considered: number;
            /**
             * Format: double
             * @description Combinations a second; null once it has ended.
             */
            rate_per_s: number | null;
            /**
             * Format: uint64
             * @description Those that do the job; 0 while it runs.
             */
            feasible: number;
        };
        /** @description Where a search stands. */
        SearchState: "running" | "done" | "stopped" | "cut_off";
        /** @description How many there are of what. */
        Counted: {
            /**
             * Format: uint64
             * @description Combinations in all.
             */
            combinations: number;
            /**
             * Format: uint64
             * @description Most that one search may try.
             */
            most: number;
            /**
             * Format: uint
             * @description Motors.
             */
            motors: number;
            /**
             * Format: uint
             * @description Batteries.
             */
            batteries: number;
            /**
             * Format: uint
             * @description Controllers.
             */
            controllers: number;
            /**
             * Format: uint
             * @description Pairs of teeth.
             */
            pairs: number;
        };
        /** @description A search and what it found. */
        SearchResult: {
            /** @description The search as it stands. */
            line: components["schemas"]["SearchLine"];
            /** @description What it ranks by. */
            rank_by: string;
            /** @description The drive that was searched. */
            drive: string;
            /** @description What was found; null while it runs or where it was cut off. */
            found: components["schemas"]["Found"] | null;
        };
        /** @description What the tolerances make of an option. */
        Odds: {
            /** @description Name of the option. */
            option: string;
            /**
             * Format: uint32
             * @description Draws that were made.
             */
            draws: number;
            /**
             * Format: uint64
             * @description Seed they were made from: the same seed gives the same draws.
             */
            seed: number;
            /**
             * Format: double
             * @description Share of the draws in which no check fails.
             */
            all_hold: number;
            /** @description The checks, the least likely to hold first. */
            checks: components["schemas"]["CheckOdds"][];
            /** @description What the machine does, as bands. */
            bands: components["schemas"]["Band"][];
            /** @description The figures that were drawn. */
            figures: components["schemas"]["DrawnFigure"][];
        };
        /** @description The chance that one check holds. */
        CheckOdds: {
            /** @description Code of the check. */
            code: components["schemas"]["CheckCode"];
            /** @description The drive it is about; null for the battery and the whole. */
            drive: string | null;
            /**
             * Format: uint
             * @description Place of the stage in the gearing, from 0; absent unless it is about one.
             */
            stage?: number | null;
            /** @description What a maker calls it. */
            title: string;
            /**
             * Format: double
             * @description Share of the draws in which it holds; null where its limit is unknown.
             */
            holds: number | null;
            /**
             * Format: double
             * @description How far that share may be off for want of more draws: its standard error at most.
             */
            standard_error: number | null;
            /** @description Utilisation in nine draws of ten at least, half, and one in ten at most; null where there is no number. */
            utilisation: components["schemas"]["Percentiles"] | null;
            /** @description Which figures drive it, the strongest first. */
            driven_by: components["schemas"]["DrivenBy"][];
        };
        /** @description Values that a tenth, half and nine tenths of the draws stay below. */
        Percentiles: {
            /**
             * Format: double
             * @description A tenth of the draws is below.
             */
            p10: number;
            /**
             * Format: double
             * @description Half of the draws is below.
             */
            p50: number;
            /**
             * Format: double
             * @description Nine tenths of the draws are below.
             */
            p90: number;
        };
        /** @description A figure that drives another. */
        DrivenBy: {
            /**
             * Format: uint
             * @description Place among the figures that were drawn.
             */
            figure: number;
            /**
             * Format: double
             * @description Share of the spread that goes with it, 0 to 1: the square of the rank correlation.
             */
            share: number;
            /** @description Whether more of it makes more of the other. */
            rises: boolean;
        };
        /** @description A figure of the machine as a band. */
        Band: {
            /** @description Which figure. */
            quantity: components["schemas"]["Quantity"];
            /** @description The drive it is about; null for the whole. */
            drive: string | null;
            /**
             * Format: double
             * @description With every figure as written; null where there is none.
             */
            now: number | null;
            /** @description The band; null where most draws have no number. */
            band: components["schemas"]["Percentiles"] | null;
            /**
             * Format: double
             * @description Share of the draws that have a number at all.
             */
            known: number;
            /** @description Which figures drive it, the strongest first. */
            driven_by: components["schemas"]["DrivenBy"][];
        };
        /** @description What a band is of. */
        Quantity: "speed_m_s" | "output_rpm" | "climb_utilisation" | "range_m" | "runtime_min" | "winding_c";
        /** @description A figure that was drawn. */
        DrawnFigure: {
            /** @description Where it stands, or would stand, in the document. */
            pointer: string;
            /** @description What it is. */
            what: string;
            /** @description The drive it is about; null for the battery. */
            drive: string | null;
            /** @description Listed, or estimated because nobody gave it. */
            provenance: components["schemas"]["Provenance"];
            /** @description The bench sheet that would replace it. */
            sheet: components["schemas"]["BenchSheet"];
        };
        /** @description What an option needs. */
        PartsList: {
            /** @description Every line, the parts of the chain first. */
            lines: components["schemas"]["ListLine"][];
            /**
             * Format: double
             * @description Price of all lines that have one.
             */
            total: number;
            /**
             * Format: double
             * @description The same without what is in the drawer or made.
             */
            to_buy: number;
            /**
             * Format: uint32
             * @description Lines to buy without a price: the sums are too low by those.
             */
            without_price: number;
            /**
             * Format: double
             * @description What may be spent; null without a budget.
             */
            budget: number | null;
            /** @description Currency of all prices; empty without a budget. */
            currency: string;
            /**
             * Format: double
             * @description What is left of the budget; below zero where it does not reach, null without one.
             */
            left: number | null;
            /**
             * Format: double
             * @description What is ordered and not there yet, in money.
             */
            ordered: number;
            /** @description What does not go together, in one sentence each. */
            findings: string[];
            /** @description What an option like this usually needs too and no line has yet. */
            suggested: components["schemas"]["FreeLine"][];
        };
        /** @description One line. */
        ListLine: {
            /** @description Where it stands in the option: `battery`, `drives/0/motor`, `parts_list/2`. */
            place: string;
            /** @description What is needed. */
            what: string;
            /**
             * Format: double
             * @description How many, or how much of its unit.
             */
            quantity: number;
            /** @description Unit of the quantity; empty for pieces. */
            unit: string;
            /** @description Already in the drawer, or in the machine. */
            have: boolean;
            /** @description How far it is. */
            state: components["schemas"]["LineState"];
            /** @description The day it was ordered; null where nobody said. */
            ordered_on: string | null;
            /** @description Made in the workshop. */
            made: boolean;
            /**
             * Format: double
             * @description Price of one.
             */
            price: number | null;
            /**
             * Format: double
             * @description Price of all of them.
             */
            total: number | null;
            /** @description Note. */
            note: string;
            /** @description Whether the line is a free one, of the list itself. */
            free: boolean;
        };
        /** @description How far a line is. */
        LineState: "need" | "ordered" | "have" | "fitted";
        /** @description What a table says of an option. */
        ReadList: {
            /** @description The free lines, all of them. */
            lines: components["schemas"]["FreeLine"][];
            /** @description Price and drawer of parts of the chain, by their place in the option. */
            parts: components["schemas"]["PartChange"][];
            /** @description What is wrong with rows; those are left out. */
            problems: components["schemas"]["RowProblem"][];
        };
        /** @description What a table says of a part of the chain. */
        PartChange: {
            /** @description Where it stands in the option. */
            place: string;
            /**
             * Format: double
             * @description Price of one; null where the table has none.
             */
            price: number | null;
            /** @description In the drawer. */
            have: boolean;
            /** @description Ordered or fitted; null for neither. */
            getting: components["schemas"]["Getting"] | null;
            /** @description The day it was ordered; null where the table has none. */
            ordered_on: string | null;
        };
        /** @description What lies in the drawer, and every combination of it. */
        DrawerMap: {
            /** @description Motors, by name. */
            motors: components["schemas"]["DrawerPart"][];
            /** @description Batteries, by name. */
            batteries: components["schemas"]["DrawerPart"][];
            /** @description Controllers, by name. */
            controllers: components["schemas"]["DrawerPart"][];
            /** @description Every combination: by motor, then battery, then controller. */
            cells: components["schemas"]["Cell"][];
            /** @description Whether there are more combinations than one map takes. */
            cut: boolean;
        };
        /** @description A part in the drawer. */
        DrawerPart: {
            /** @description Id on the shelf. */
            id: string;
            /** @description What it is called. */
            label: string;
        };
        /** @description One combination. */
        Cell: {
            /**
             * Format: uint
             * @description Place of the motor.
             */
            motor: number;
            /**
             * Format: uint
             * @description Place of the battery.
             */
            battery: number;
            /**
             * Format: uint
             * @description Place of the controller; null for a plain switch.
             */
            controller: number | null;
            /** @description How the option comes out with it. */
            verdict: components["schemas"]["Verdict"];
            /**
             * Format: double
             * @description How far the weakest link is used; null when it fails without a number.
             */
            worst_utilisation: number | null;
            /** @description Title of the weakest link. */
            weakest: string | null;
            /** @description Why it fails, or what leaves least to spare, in one sentence. */
            because: string;
        };
        /** @description What a measurement says. */
        Measured: {
            /** @description Always `ypsidyne.measured/1`. */
            format: string;
            /** @description Kind of sheet. */
            kind: string;
            /** @description Every result by key; numbers in SI units, °C and Ah. */
            results: {
                [key: string]: unknown;
            };
            /** @description The results that are figures, with their uncertainty, the one wanted most first. */
            figures: components["schemas"]["Figure"][];
            /** @description The readings drawn, with the line through them. */
            fits: components["schemas"]["Fit"][];
            /** @description What is wrong with the readings, or worth knowing. */
            findings: components["schemas"]["Finding"][];
            /** @description The sum, line by line, with the numbers put in. */
            working: string[];
            /** @description Figures of a part or a job that this can replace. */
            gives: components["schemas"]["Gives"][];
        };
        /** @description A figure with its uncertainty. */
        Figure: {
            /** @description Key among the results. */
            key: string;
            /** @description What a maker calls it. */
            label: string;
            /** @description Unit. */
            unit: string;
            /**
             * Format: double
             * @description The value.
             */
            value: number;
            /**
             * Format: double
             * @description Standard error; null where the readings do not tell.
             */
            standard_error: number | null;
            /** @description The 95 % interval; null where the readings do not tell. */
            interval_95: number[] | null;
        };
        /** @description Readings drawn. */
        Fit: {
            /** @description What it shows. */
            title: string;
            /** @description Across. */
            x: components["schemas"]["Axis"];
            /** @description Up. */
            y: components["schemas"]["Axis"];
            /** @description The readings. */
            points: components["schemas"]["FitPoint"][];
            /** @description The fitted line, from left to right; empty where there is none. */
            line: number[][];
        };
        /** @description An axis of a drawing. */
        Axis: {
            /** @description What a maker calls it. */
            label: string;
            /** @description Unit. */
            unit: string;
        };
        /** @description A reading in a drawing. */
        FitPoint: {
            /** @description Which reading: its list and its place in it. */
            reading: string;
            /**
             * Format: double
             * @description Across.
             */
            x: number;
            /**
             * Format: double
             * @description Up.
             */
            y: number;
            /**
             * Format: double
             * @description Distance from the line; null for one that is struck out.
             */
            residual: number | null;
            /** @description Struck out: drawn, not used. */
            struck: boolean;
        };
        /** @description What is wrong with the readings, or worth knowing. */
        Finding: {
            /** @description Word for it, for example `far_off`. */
            code: string;
            /** @description The reading it is about: its list and its place in it; null for the whole. */
            reading: string | null;
            /** @description How much it matters. */
            weight: components["schemas"]["Weight"];
            /** @description In words, with what to do. */
            text: string;
        };
        /** @description How much a finding matters. */
        Weight: "note" | "doubt" | "poor";
        /** @description A figure that a measurement can replace. */
        Gives: {
            /** @description Where it goes. */
            target: components["schemas"]["Target"];
            /** @description Key of the document. */
            key: string;
            /**
             * Format: double
             * @description The value.
             */
            value: number;
        };
        /** @description Where a measured figure can go. */
        Target: "motor" | "battery" | "vehicle";
        /** @description What a measurement changes in a build. */
        Applied: {
            /** @description Figure by figure. */
            changes: components["schemas"]["Changed"][];
            /** @description What the option did with the figures before. */
            before: components["schemas"]["Effect"];
            /** @description What it does with the measured ones. */
            after: components["schemas"]["Effect"];
            /** @description Checks whose verdict or use moves, the ones whose verdict changes first. */
            moved: components["schemas"]["MovedCheck"][];
            /** @description The build with the measured figures in it. */
            build: components["schemas"]["Build"];
        };
        /** @description One figure replaced. */
        Changed: {
            /** @description Where it stands in the document. */
            pointer: string;
            /** @description What a maker calls it. */
            label: string;
            /**
             * Format: double
             * @description What stood there; null where nothing did.
             */
            before: number | null;
            /**
             * Format: double
             * @description What was measured.
             */
            after: number;
            /**
             * Format: double
             * @description How much more it is, as a share; below zero for less, null where nothing stood there.
             */
            by: number | null;
            /** @description What that means for the machine, in whole sentences; null where it means nothing more than the figure says. */
            says: string | null;
        };
        /** @description A check that comes out differently. */
        MovedCheck: {
            /** @description Code of the check. */
            code: components["schemas"]["CheckCode"];
            /** @description What a maker calls it. */
            title: string;
            /** @description How it came out before. */
            before: components["schemas"]["Verdict"];
            /** @description How it comes out now. */
            after: components["schemas"]["Verdict"];
            /**
             * Format: double
             * @description How far it was used; null without a number.
             */
            used_before: number | null;
            /**
             * Format: double
             * @description How far it is used now; null without a number.
             */
            used_after: number | null;
        };
        /** @description The packs of one build. */
        PacksOfBuild: {
            /** @description Id of the build. */
            build_id: string;
            /** @description Its name. */
            build: string;
            /** @description The pack of each option. */
            packs: components["schemas"]["PackOf"][];
        };
        /** @description The battery of an option as a whole. */
        PackOf: {
            /** @description Name of the option. */
            option: string;
            /**
             * Format: double
             * @description Capacity of all packs side by side, Ah.
             */
            pack_ah: number;
            /**
             * Format: double
             * @description What it gives continuously, A; null where that is not listed.
             */
            continuous_a: number | null;
        };
        /** @description Machines as generators. */
        ComparedGenerators: {
            /** @description On one source, the most power first. */
            machines: components["schemas"]["AsGenerator"][];
            /** @description As they were driven, step by step; null where no two share a step. */
            equal_steps: components["schemas"]["EqualSteps"] | null;
        };
        /** @description What a machine would give. */
        AsGenerator: {
            /** @description What was measured. */
            label: string;
            /**
             * Format: double
             * @description Turns of its shaft per turn of the source.
             */
            speed_up: number;
            /**
             * Format: double
             * @description Speed of its shaft, rpm.
             */
            shaft_rpm: number;
            /**
             * Format: double
             * @description Volts with nothing on it, less what its bridge takes, V.
             */
            open_v: number;
            /**
             * Format: double
             * @description What it has inside, Ω; null while no sheet tells.
             */
            internal_ohm: number | null;
            /**
             * Format: double
             * @description The most it gives, into a load of the same resistance, W; null while that is not known.
             */
            most_power_w: number | null;
            /**
             * Format: double
             * @description Speed-up at which it reaches the volts that are needed with nothing on it; null without such a wish.
             */
            speed_up_for_needed: number | null;
        };
        /** @description Machines over the same steps. */
        EqualSteps: {
            /** @description What the steps are. */
            of: components["schemas"]["StepOf"];
            /** @description The machines, by name, in the order of each step's figures. */
            machines: string[];
            /** @description The steps, the smallest first. */
            steps: components["schemas"]["EqualStep"][];
        };
        /** @description What a step is a step of. */
        StepOf: "drive_power" | "speed";
        /** @description One step. */
        EqualStep: {
            /**
             * Format: double
             * @description Drive power, W, or speed, rpm.
             */
            at: number;
            /** @description What each machine gave; null where it was not driven so. */
            given: (components["schemas"]["Given"] | null)[];
            /**
             * Format: uint
             * @description Place of the machine that gave most; null where none did by more than 5 %.
             */
            most: number | null;
        };
        /** @description What a machine gave at a step. */
        Given: {
            /**
             * Format: double
             * @description Power at the load, W.
             */
            output_power_w: number;
            /**
             * Format: double
             * @description Output over what drives it; null where the drive's power was not read.
             */
            efficiency: number | null;
        };
        /** @description A bench sheet in the list. */
        SheetLine: {
            /** @description Id. */
            id: string;
            /**
             * Format: uint32
             * @description Current revision.
             */
            revision: number;
            /** @description When it was last saved, RFC 3339. */
            updated_at: string;
            /** @description Kind of sheet. */
            kind: string;
            /** @description What was measured. */
            label: string;
            /** @description Id of the build it belongs to. */
            build_id: string | null;
            /** @description Id of the part it belongs to. */
            part_id: string | null;
            /** @description What it says; null while there is not enough. */
            measured: components["schemas"]["Measured"] | null;
        };
        Measurement: {
            /**
             * Leads shorted
             * @description The meter's leads held together.
             * @default []
             */
            lead_readings_ohm?: number[];
            /**
             * Winding
             * @description The winding, the rotor turned in between.
             */
            motor_readings_ohm: number[];
            /**
             * Volts it will run on
             * @description For the current when it is held still.
             */
            supply_v?: number | null;
            /**
             * Step of the meter
             * @description Its last digit; left out, as the readings show.
             */
            meter_step_ohm?: number | null;
            /**
             * Winding temperature
             * @description Of the winding while measured.
             * @default 20
             */
            temperature_c?: number;
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "winding_resistance";
        } | {
            /**
             * Steps
             * @description Brief steps, each at another voltage.
             */
            points: components["schemas"]["LockedPoint"][];
            /**
             * Volts it will run on
             * @description For the current when it is held still.
             */
            supply_v?: number | null;
            /**
             * Winding temperature
             * @description Of the winding while measured.
             * @default 20
             */
            temperature_c?: number;
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "locked_rotor";
        } | {
            /**
             * Winding resistance
             * @description From its own sheet.
             */
            resistance_ohm: number;
            /**
             * Brush drop
             * @description Voltage lost at the brushes.
             * @default 0
             */
            brush_drop_v?: number;
            /**
             * Which shaft?
             * @description The one that the speed is read at.
             */
            shaft?: components["schemas"]["Shaft"] | null;
            /**
             * Its gearbox, 1 to
             * @description Motor turns per turn of the gearbox shaft.
             */
            gear_ratio?: number | null;
            /**
             * Points
             * @description Steady at each voltage.
             */
            points: components["schemas"]["SweepPoint"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "no_load_sweep";
        } | {
            /**
             * Wiring
             * @description How it is wired.
             */
            wiring: components["schemas"]["SpunWiring"];
            /**
             * Which shaft?
             * @description The one that is spun.
             */
            shaft?: components["schemas"]["Shaft"] | null;
            /**
             * Its gearbox, 1 to
             * @description Motor turns per turn of the gearbox shaft.
             */
            gear_ratio?: number | null;
            /**
             * Points
             * @description At each speed.
             */
            points: components["schemas"]["SpinPoint"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "spin_test";
        } | {
            /**
             * Cells in series
             * @description Of all packs in series.
             */
            cells_series: number;
            /**
             * Packs in parallel
             * @description Equal packs side by side.
             * @default 1
             */
            packs_parallel?: number;
            /**
             * Points
             * @description A few seconds at each load.
             */
            points: components["schemas"]["PackPoint"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "pack_resistance";
        } | {
            /**
             * Written on it
             * @description Capacity the maker gives.
             */
            rated_ah?: number | null;
            /**
             * Moments
             * @description From full to empty.
             */
            points: components["schemas"]["DischargePoint2"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "capacity";
        } | {
            /**
             * Chemistry
             * @description Kind of cell.
             */
            chemistry: components["schemas"]["Chemistry"];
            /**
             * Whole pack
             * @description Where the cells cannot be read one by one.
             */
            pack_v?: number | null;
            /**
             * Cells in series
             * @description Of the whole pack.
             */
            cells_series?: number | null;
            /**
             * Cells
             * @description Each cell at rest for an hour.
             */
            voltages_v: number[];
            /**
             * Stop voltage per cell
             * @description The usual one when left out.
             */
            cutoff_v_per_cell?: number | null;
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "cell_voltages";
        } | {
            /**
             * Mass
             * @description Machine and rider.
             */
            mass_kg: number;
            /**
             * Turning mass
             * @description Wheels and a coupled rotor, as mass.
             * @default 0
             */
            rotating_mass_kg?: number;
            /**
             * Points
             * @description Rolling out.
             */
            points: components["schemas"]["CoastPoint"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "coast_down";
        } | {
            /**
             * Mass
             * @description On the wheels; from the scale when left out.
             */
            mass_kg?: number | null;
            /**
             * Weight on each axle
             * @description The scale lifting one axle after the other.
             * @default []
             */
            wheel_loads_n?: number[];
            /**
             * Pull on the level
             * @description Steady, at walking pace.
             * @default []
             */
            pull_n?: number[];
            /**
             * Grade it just rolls down
             * @description At steady speed.
             * @default []
             */
            rolling_grade_percent?: number[];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "pull_test";
        } | {
            /**
             * Lost at the bridge
             * @description Two diodes in series, about 1.4 V; 0 where the volts are read before it.
             * @default 0
             */
            bridge_drop_v?: number;
            /**
             * Winding, by meter
             * @description For one load at several speeds.
             */
            winding_ohm?: number | null;
            /**
             * Points
             * @description At each load.
             */
            points: components["schemas"]["GeneratorPoint"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "generator_test";
        } | {
            /**
             * Propeller
             * @description The load on the shaft; none turns free.
             */
            load?: components["schemas"]["KnownLoad"] | null;
            /**
             * Known motor
             * @description Turns the same propeller, which is worked out of it.
             */
            known?: components["schemas"]["KnownReading"] | null;
            /**
             * Unknown
             * @description One reading of each.
             */
            unknowns: components["schemas"]["UnknownMotor"][];
            /**
             * Candidates
             * @description Motors it may be.
             */
            candidates: components["schemas"]["Motor"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "identify";
        } | {
            /**
             * Air
             * @description Temperature of the air.
             */
            ambient_c: number;
            /**
             * Planned
             * @description How long the whole run is to last.
             */
            planned_s: number;
            /**
             * Heat in the motor
             * @description Watts in less watts at the shaft; held still, volts times amps.
             */
            motor_heat_w?: number | null;
            /**
             * Readings
             * @description Through the run.
             */
            points: components["schemas"]["HeatPoint"][];
            /**
             * Limits
             * @description How hot each may get.
             * @default {
             *       "motor_c": 90,
             *       "controller_c": 80,
             *       "battery_c": 60
             *     }
             */
            limits?: components["schemas"]["HeatLimits"];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "heat_run";
        } | {
            /**
             * The motors are meant to be
             * @description Only alike ones are judged by each other.
             */
            motors_are?: components["schemas"]["MotorsAre"] | null;
            /**
             * Supply
             * @description Volts of the supply.
             */
            supply_v?: number | null;
            /**
             * Compared to
             * @description Name of the motor that the others are told by.
             */
            compared_to?: string | null;
            /**
             * How many of that one
             * @description As many as the machine is to have.
             */
            how_many?: number | null;
            /**
             * Pack
             * @description Capacity of the pack they are to run on.
             */
            pack_ah?: number | null;
            /**
             * Motors
             * @description One after the other, the same load.
             */
            readings: components["schemas"]["LoadedMotor"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "loaded_currents";
        } | {
            /**
             * First column
             * @description What it is, and its unit: thrust, g.
             */
            name_a: string;
            /**
             * Second column
             * @description What it is, and its unit.
             */
            name_b?: string | null;
            /**
             * Third column
             * @description What it is, and its unit.
             */
            name_c?: string | null;
            /**
             * Fourth column
             * @description What it is, and its unit.
             */
            name_d?: string | null;
            /**
             * Readings
             * @description One after the other.
             */
            readings: components["schemas"]["FreeReading"][];
            /**
             * Name
             * @description What was measured.
             */
            label?: string | null;
            /**
             * Notes
             * @description Where, with what.
             */
            notes?: string | null;
            /**
             * Measured
             * @description When, RFC 3339.
             */
            at?: string | null;
            /**
             * Build
             * @description Link to the build it was measured for.
             */
            build_id?: string | null;
            /**
             * Part
             * @description Link to the part on the shelf.
             */
            part_id?: string | null;
            /**
             * Struck out
             * @description Readings that are kept but not used.
             * @default []
             */
            struck?: string[];
            /** @constant */
            format: "ypsidyne.measurement/1";
            /** @constant */
            kind: "free_sheet";
        };
        LockedPoint: {
            /**
             * Voltage
             * @description At the motor's terminals.
             */
            voltage_v: number;
            /**
             * Current
             * @description Through the motor.
             */
            current_a: number;
            /**
             * Current limit
             * @description The supply was in its current limit.
             * @default false
             */
            limited?: boolean;
        };
        SweepPoint: {
            /**
             * Voltage
             * @description At the motor's terminals.
             */
            voltage_v: number;
            /**
             * Current
             * @description Through the motor.
             */
            current_a: number;
            /**
             * Speed
             * @description Of its shaft.
             */
            rpm: number;
            /**
             * Current limit
             * @description The supply was in its current limit.
             * @default false
             */
            limited?: boolean;
        };
        /** @enum {string} */
        SpunWiring: "brushed" | "three_phase" | "one_winding";
        SpinPoint: {
            /**
             * Speed
             * @description Of its shaft.
             */
            rpm: number;
            /**
             * Voltage
             * @description Open leads; three-phase: between two of them, rms.
             */
            voltage_v: number;
        };
        PackPoint: {
            /**
             * Current
             * @description Out of the pack; charging is below zero.
             */
            current_a: number;
            /**
             * Voltage
             * @description At the pack.
             */
            voltage_v: number;
        };
        DischargePoint2: {
            /**
             * Time
             * @description Since the start.
             */
            t_s: number;
            /**
             * Current
             * @description Out of the pack.
             */
            current_a: number;
            /**
             * Voltage
             * @description At the pack.
             */
            voltage_v?: number | null;
        };
        CoastPoint: {
            /**
             * Time
             * @description Since the first reading.
             */
            t_s: number;
            /**
             * Speed
             * @description At that moment.
             */
            speed_m_s: number;
        };
        GeneratorPoint: {
            /**
             * Speed
             * @description Of its shaft.
             */
            rpm?: number | null;
            /**
             * Load
             * @description Resistance of the load.
             */
            load_ohm: number;
            /**
             * Voltage
             * @description At the load.
             */
            voltage_v: number;
            /**
             * Torque
             * @description That drives it.
             */
            torque_nm?: number | null;
            /**
             * Drive power
             * @description At its shaft, where the torque is not known.
             */
            drive_power_w?: number | null;
        };
        KnownLoad: {
            /**
             * Known point: speed
             * @description Speed of a known point.
             */
            reference_rpm: number;
            /**
             * Known point: power
             * @description Shaft power at that speed.
             */
            reference_power_w: number;
        };
        KnownReading: {
            /**
             * Which
             * @description Its place among the candidates.
             */
            candidate: number;
            /**
             * Voltage
             * @description At its terminals.
             */
            voltage_v: number;
            /**
             * Current
             * @description Through it.
             */
            current_a: number;
        };
        UnknownMotor: {
            /**
             * Name
             * @description What you call it.
             */
            label: string;
            /**
             * Voltage
             * @description At its terminals.
             */
            voltage_v: number;
            /**
             * Current
             * @description Through it.
             */
            current_a?: number | null;
            /**
             * Speed
             * @description Of its shaft.
             */
            rpm?: number | null;
            /**
             * Winding resistance
             * @description By meter.
             */
            resistance_ohm?: number | null;
            /**
             * Mass
             * @description On the scale.
             */
            mass_kg?: number | null;
        };
        HeatPoint: {
            /**
             * Time
             * @description Since the start.
             */
            t_s: number;
            /**
             * Motor
             * @description Can or winding.
             */
            motor_c?: number | null;
            /**
             * Controller
             * @description Its hottest place.
             */
            controller_c?: number | null;
            /**
             * Battery
             * @description Between the cells.
             */
            battery_c?: number | null;
        };
        HeatLimits: {
            /**
             * Motor
             * @description Highest temperature of the motor.
             * @default 90
             */
            motor_c?: number;
            /**
             * Controller
             * @description Highest temperature of the controller.
             * @default 80
             */
            controller_c?: number;
            /**
             * Battery
             * @description Highest temperature of the battery.
             * @default 60
             */
            battery_c?: number;
        };
        /** @enum {string} */
        MotorsAre: "alike" | "unlike";
        LoadedMotor: {
            /**
             * Name
             * @description Which motor.
             */
            label: string;
            /**
             * Current
             * @description With the load on.
             */
            current_a: number;
            /**
             * Current limit
             * @description The supply was in its current limit.
             * @default false
             */
            limited?: boolean;
        };
        FreeReading: {
            /**
             * What
             * @description When, or of what.
             */
            words?: string | null;
            /**
             * First
             * @description In the unit of its name.
             */
            a?: number | null;
            /**
             * Second
             * @description In the unit of its name.
             */
            b?: number | null;
            /**
             * Third
             * @description In the unit of its name.
             */
            c?: number | null;
            /**
             * Fourth
             * @description In the unit of its name.
             */
            d?: number | null;
        };
        /** @description What is known of the thing on a sheet. */
        KnownOfIt: {
            /** @description Its volts and its current without load. */
            in_hand: components["schemas"]["InHand"];
            /**
             * Format: double
             * @description Its winding, measured under the same name, Ω at 20 °C; null where it was not.
             */
            resistance_ohm: number | null;
            /** @description A sweep that starts from that. */
            sweep: components["schemas"]["SweepPlan"];
        };
        /** @description What is known of the motor before it is measured; all of it may be missing. */
        InHand: {
            /**
             * Format: double
             * @description Volts that are printed on it, or that it will run on, V.
             */
            volts: number | null;
            /**
             * Format: double
             * @description Current without load, A.
             */
            no_load_a: number | null;
        };
        /** @description A sweep as it is proposed. */
        SweepPlan: {
            /**
             * Format: double
             * @description First voltage, V.
             */
            from_v: number;
            /**
             * Format: double
             * @description Last voltage, V.
             */
            to_v: number;
            /**
             * Format: uint32
             * @description How many.
             */
            steps: number;
            /**
             * Format: double
             * @description Current limit of the supply, A.
             */
            limit_a: number;
        };
        /** @description What a run came to. */
        Simulated: {
            /** @description Always `ypsidyne.simulated/1`. */
            format: string;
            /** @description The option that ran. */
            option: string;
            /** @description Why it ended. */
            ended_by: components["schemas"]["EndedBy"];
            /** @description The run in words, the most important first. */
            words: string[];
            /** @description What happened on the way. */
            events: components["schemas"]["RunEvent"][];
            /** @description Where the energy went. */
            energy_wh: components["schemas"]["EnergyWh"];
            /** @description Which of the temperatures stand on an estimate. */
            estimates: string[];
            /** @description Name of the drive. */
            drive: string;
            /** @description Its figures. */
            summary: components["schemas"]["RunSummary"];
            /** @description Its columns. */
            series: components["schemas"]["Series"];
            /** @description Its limits. */
            limits: components["schemas"]["Limits"];
            /** @description Climbs of its course. */
            hills: components["schemas"]["Hill"][];
            /** @description Launcher wheels; absent for anything else. */
            launcher?: components["schemas"]["Launcher"] | null;
            /** @description The other drives. */
            others: components["schemas"]["DriveRun"][];
        };
        /** @description Why a run ended. */
        EndedBy: "steady" | "cannot_move" | "empty" | "full" | "winding_limit" | "cannot_hold" | "cannot_reach" | "time" | "distance" | "done" | "stuck" | "stopped" | "too_long";
        /** @description Something that happened on the way, with the moment. */
        RunEvent: {
            /**
             * Format: double
             * @description Since the start, s.
             */
            t_s: number;
            /** @description What. */
            kind: components["schemas"]["EventKind"];
            /** @description The drive; null for the battery. */
            drive: string | null;
            /** @description In one sentence. */
            words: string;
        };
        /** @description Something that happened on the way. */
        EventKind: "winding_limit" | "demagnetised" | "sensor_cuts" | "controller_hot" | "battery_hot" | "board_opens" | "fuse_over" | "below_stop_voltage" | "falls_behind" | "stuck" | "battery_full" | "brake_missing";
        /** @description Where the energy of a run went, Wh; all drives. */
        EnergyWh: {
            /**
             * Format: double
             * @description Out of the cells, before their own resistance.
             */
            cells: number;
            /**
             * Format: double
             * @description Heat in battery and supply leads.
             */
            supply: number;
            /**
             * Format: double
             * @description Other consumers.
             */
            accessories: number;
            /**
             * Format: double
             * @description Controllers.
             */
            controller: number;
            /**
             * Format: double
             * @description Windings and brushes.
             */
            motor_copper: number;
            /**
             * Format: double
             * @description Motor leads.
             */
            motor_leads: number;
            /**
             * Format: double
             * @description Iron, bearings, air in the motors.
             */
            motor_no_load: number;
            /**
             * Format: double
             * @description Gearing.
             */
            gearing: number;
            /**
             * Format: double
             * @description Work at the outputs; what came back from the load is taken off.
             */
            output: number;
            /**
             * Format: double
             * @description Taken by friction brakes.
             */
            friction_brakes: number;
        };
        /** @description Figures of a whole run. */
        RunSummary: {
            /**
             * Format: double
             * @description How long it lasted, s.
             */
            t_s: number;
            /**
             * Format: double
             * @description RoadSegment made, m; null where nothing travels.
             */
            distance_m: number | null;
            /**
             * Format: double
             * @description Energy on the bus, Wh.
             */
            energy_wh: number;
            /**
             * Format: double
             * @description Energy fed back, Wh.
             */
            recovered_wh: number;
            /**
             * Format: double
             * @description Charge at the end, 0 to 1.
             */
            state_of_charge: number;
            /**
             * Format: double
             * @description Winding at the end, °C; null when the heat path is unknown.
             */
            winding_c: number | null;
            /**
             * Format: double
             * @description Case at the end, °C.
             */
            case_c: number | null;
            /**
             * Format: double
             * @description Largest current from the battery, A.
             */
            peak_supply_current_a: number;
            /**
             * Format: double
             * @description Lowest bus voltage, V.
             */
            min_supply_voltage_v: number;
            /**
             * Format: double
             * @description Output speed at the end, rpm.
             */
            output_rpm: number;
            /**
             * Format: double
             * @description Hottest winding of the run, °C.
             */
            hottest_winding_c: number | null;
            /**
             * Format: double
             * @description When, s.
             */
            hottest_winding_s: number;
            /**
             * Format: double
             * @description Hottest case, °C.
             */
            hottest_case_c: number | null;
            /**
             * Format: double
             * @description Largest motor current, A, as the controller shows it.
             */
            peak_motor_current_a: number;
            /**
             * Format: double
             * @description Root of the mean square of the motor current, A: the steady current that heats alike.
             */
            rms_motor_current_a: number;
            /**
             * Format: double
             * @description The same of the battery current, A.
             */
            rms_supply_current_a: number;
            /**
             * Format: double
             * @description Most that it fell behind the wanted speed, m/s; null where nothing travels.
             */
            max_shortfall_m_s: number | null;
            /**
             * Format: double
             * @description Most that it fell behind the wanted speed, rpm of the output.
             */
            max_shortfall_rpm: number;
            /**
             * Format: double
             * @description Largest braking torque at the output that the motors could not take, N·m.
             */
            max_brake_shortfall_nm: number;
            /**
             * Format: double
             * @description The same as force at the wheels, N; null where nothing travels.
             */
            max_brake_shortfall_n: number | null;
            /**
             * Format: uint32
             * @description Rounds of the course that were finished.
             */
            rounds: number;
            /**
             * Format: double
             * @description Hottest controller, °C; null without its mass.
             */
            hottest_controller_c: number | null;
            /**
             * Format: double
             * @description Hottest battery, °C; null without its mass.
             */
            hottest_battery_c: number | null;
            /**
             * Format: double
             * @description Kv at the end over that of the start; above 1 when magnets were lost.
             */
            kv_factor: number;
        };
        /** @description Columns of equal length, one row a moment. */
        Series: {
            /** @description Since the start, s. */
            t_s: number[];
            /** @description Output speed, rpm. */
            output_rpm: number[];
            /** @description Speed, m/s; null where nothing travels. */
            speed_m_s: (number | null)[];
            /** @description Motor current of each motor, A, as the controller shows it; below zero it brakes. */
            motor_current_a: number[];
            /** @description Bus voltage, V. */
            supply_voltage_v: number[];
            /** @description Battery current, A. */
            supply_current_a: number[];
            /** @description Share of the time the controller switches on. */
            duty: number[];
            /** @description Charge, 0 to 1. */
            state_of_charge: number[];
            /** @description Winding, °C. */
            winding_c: (number | null)[];
            /** @description Case and magnets, °C. */
            case_c: (number | null)[];
            /** @description What keeps it from more. */
            limited_by: (components["schemas"]["RunLimit"] | null)[];
            /** @description Wanted output speed, rpm; null at full throttle. */
            wanted_rpm: (number | null)[];
            /** @description Grade, %. */
            grade_percent: number[];
            /** @description Way, m; null where nothing travels. */
            distance_m: (number | null)[];
            /** @description Power at the output, W. */
            output_power_w: number[];
            /** @description Controller, °C. */
            controller_c: (number | null)[];
            /** @description Battery, °C. */
            battery_c: (number | null)[];
            /** @description Heat in battery and supply leads, all drives, W. */
            supply_loss_w: number[];
            /** @description Heat in the controllers of the drive, W. */
            controller_loss_w: number[];
            /** @description Heat in its motors and their leads, W. */
            motor_loss_w: number[];
            /** @description Heat in its gearing, W. */
            gearing_loss_w: number[];
        };
        /** @description What keeps a drive from giving or braking more. */
        RunLimit: "supply" | "duty" | "motor_current" | "battery_current" | "grip" | "temperature" | "stop_voltage" | "load" | "charge" | "full" | "no_brake";
        /** @description Temperature limits that the charts draw. */
        Limits: {
            /**
             * Format: double
             * @description Winding class, °C.
             */
            winding_c: number;
            /**
             * Format: double
             * @description Magnet grade, °C; null where no grade is given.
             */
            magnet_c: number | null;
            /**
             * Format: double
             * @description Controller, °C.
             */
            controller_c: number | null;
            /**
             * Format: double
             * @description Battery, °C.
             */
            battery_c: number | null;
            /**
             * Format: double
             * @description Stop voltage of the battery, V.
             */
            stop_v: number;
            /**
             * Format: double
             * @description Charge at which it counts as empty.
             */
            empty_charge: number;
        };
        /** @description A climb of the course. */
        Hill: {
            /**
             * Format: double
             * @description When it began, s.
             */
            from_s: number;
            /**
             * Format: double
             * @description When it was over, s.
             */
            to_s: number;
            /**
             * Format: double
             * @description Steepest grade, %.
             */
            grade_percent: number;
            /**
             * Format: double
             * @description Mean speed on it, m/s.
             */
            mean_m_s: number;
            /**
             * Format: double
             * @description Mean speed wanted, m/s.
             */
            wanted_m_s: number;
        };
        /** @description Figures of launcher wheels. */
        Launcher: {
            /**
             * Format: double
             * @description From rest to the target, s; null where it is never reached.
             */
            spin_up_s: number | null;
            /** @description Every shot. */
            shots: components["schemas"]["Shot"][];
            /**
             * Format: double
             * @description Shots per second that hold with the target speed before each; null where it is never reached.
             */
            kept_per_second: number | null;
            /**
             * Format: double
             * @description From the target down to a tenth of it with the power off, s.
             */
            rev_down_s: number | null;
            /**
             * Format: double
             * @description Speed of the rim at the target, m/s; null without a wheel diameter.
             */
            rim_speed_m_s: number | null;
            /**
             * Format: double
             * @description Stress in a rim at that speed, MPa; null without diameter and material.
             */
            rim_stress_mpa: number | null;
            /**
             * Format: double
             * @description What the material of the wheels may carry, MPa.
             */
            rim_allowed_mpa: number | null;
        };
        /** @description One shot. */
        Shot: {
            /**
             * Format: double
             * @description When, s.
             */
            t_s: number;
            /**
             * Format: double
             * @description Speed of the wheels before it, rpm.
             */
            before_rpm: number;
            /**
             * Format: double
             * @description Speed of the wheels after it, rpm.
             */
            after_rpm: number;
            /**
             * Format: double
             * @description Speed it leaves with, m/s.
             */
            speed_m_s: number;
        };
        /** @description One drive of a run. */
        DriveRun: {
            /** @description Name of the drive. */
            drive: string;
            /** @description Its figures. */
            summary: components["schemas"]["RunSummary"];
            /** @description Its columns. */
            series: components["schemas"]["Series"];
            /** @description Its limits. */
            limits: components["schemas"]["Limits"];
            /** @description Climbs of its course. */
            hills: components["schemas"]["Hill"][];
            /** @description Launcher wheels; absent for anything else. */
            launcher?: components["schemas"]["Launcher"] | null;
        };
        /** @description What a table says of a course. */
        ReadPoints: {
            /** @description The points, in the order of the table. */
            points: components["schemas"]["CoursePoint"][];
            /** @description What is wrong with rows; those are left out. */
            problems: components["schemas"]["RowProblem"][];
        };
        /** @description What stands beside a run. */
        Running: {
            /** @description How hard, how long, drive by drive. */
            endurance: components["schemas"]["Endurance"][];
            /** @description What would change launchers. */
            launchers: components["schemas"]["LauncherRow"][];
            /** @description Machines that are turned. */
            generators: components["schemas"]["GeneratorRow"][];
        };
        /** @description How hard, how long, for one drive. */
        Endurance: {
            /** @description Name of the drive. */
            drive: string;
            /**
             * Format: double
             * @description Limit of the winding, °C.
             */
            limit_c: number;
            /**
             * Format: double
             * @description Continuous current that is listed, A.
             */
            listed_a: number | null;
            /**
             * Format: double
             * @description Continuous current that the heat path allows, A; null when even idling is too hot.
             */
            allowed_a: number | null;
            /** @description Whether the heat path is an estimate. */
            estimated: boolean;
            /**
             * Format: double
             * @description Motor current of the target, A.
             */
            target_a: number | null;
            /**
             * Format: double
             * @description Motor current of the climb, A.
             */
            climb_a: number | null;
            /**
             * Format: double
             * @description Winding temperature from which `warm_s` counts, °C; null when the target itself is too hot.
             */
            warm_c: number | null;
            /** @description Minutes against current. */
            curve: components["schemas"]["EndurancePoint"][];
            /** @description What would help. */
            changes: components["schemas"]["EnduranceChange"][];
        };
        /** @description A point of the curve. */
        EndurancePoint: {
            /**
             * Format: double
             * @description Motor current, A, as the controller shows it.
             */
            current_a: number;
            /**
             * Format: double
             * @description Seconds to the limit from the air's temperature; null when it never gets there.
             */
            cold_s: number | null;
            /**
             * Format: double
             * @description Seconds to the limit from the steady state of the target; null when it never gets there.
             */
            warm_s: number | null;
        };
        /** @description What a change of cooling, work or motor would do. */
        EnduranceChange: {
            /** @description The change, in words. */
            change: string;
            /**
             * Format: double
             * @description Current continuously, A; null when even idling is too hot.
             */
            allowed_a: number | null;
            /**
             * Format: double
             * @description Seconds at the hardest current of the job, from cold; null when it holds continuously.
             */
            hardest_s: number | null;
        };
        /** @description What would change the wheels of a launcher. */
        LauncherRow: {
            /** @description Name of the drive. */
            drive: string;
            /** @description The changes, the build as it is first. */
            changes: components["schemas"]["LauncherChange"][];
        };
        /** @description What one change would make of spin-up and rate. */
        LauncherChange: {
            /** @description The change, in words. */
            change: string;
            /**
             * Format: double
             * @description From rest to the target, s; null where it is never reached.
             */
            spin_up_s: number | null;
            /**
             * Format: double
             * @description Shots per second that hold; null where the target is never reached.
             */
            kept_per_second: number | null;
            /**
             * Format: double
             * @description What the wheels lose with each shot, rpm; null where one shot takes all.
             */
            lost_rpm: number | null;
        };
        /** @description A machine that is turned, and others in its place. */
        GeneratorRow: {
            /** @description Over load and speed. */
            curves: components["schemas"]["GeneratorCurves"];
            /** @description The machine of every option and the motors of the shelf on the same source, the one of the option first. */
            machines: components["schemas"]["MachineOnSource"][];
        };
        /** @description Output of one generator drive over load and over speed. */
        GeneratorCurves: {
            /** @description Name of the drive. */
            drive: string;
            /** @description What it does now. */
            now: components["schemas"]["Generating"];
            /** @description On its source, the load going from light to heavy. */
            by_load: components["schemas"]["GeneratorPoint2"][];
            /** @description With what hangs on it, the source held at speeds up to its runaway. */
            by_speed: components["schemas"]["GeneratorPoint2"][];
        };
        /** @description A generator at one speed of its source. */
        GeneratorPoint2: {
            /**
             * Format: double
             * @description Speed of the source, rpm.
             */
            source_rpm: number;
            /**
             * Format: double
             * @description Resistance of the load, Ω; null where a battery hangs on it, or nothing.
             */
            load_ohm: number | null;
            /**
             * Format: double
             * @description Current of each machine, A.
             */
            current_a: number;
            /**
             * Format: double
             * @description Voltage at what hangs on it, V.
             */
            output_voltage_v: number;
            /**
             * Format: double
             * @description Voltage with nothing on it at this speed, V.
             */
            open_voltage_v: number;
            /**
             * Format: double
             * @description Power of all machines, W.
             */
            output_power_w: number;
            /**
             * Format: double
             * @description Torque at the source, N·m.
             */
            source_torque_nm: number;
            /**
             * Format: double
             * @description Output power over source power.
             */
            efficiency: number;
        };
        /** @description One machine on the source of a drive. */
        MachineOnSource: {
            /** @description What it is called. */
            label: string;
            /** @description Id of the part; null for the one in the option. */
            part_id: string | null;
            /** @description In the place of the one in the option, same gearing. */
            now: components["schemas"]["Generating"];
            /**
             * Format: double
             * @description Power with the speed-up that just reaches the voltage needed, all machines, W; null where none does.
             */
            power_at_needed_w: number | null;
            /**
             * Format: double
             * @description Turns of its own shaft (of its gearbox, where it has one) per turn of the source from which on it reaches the voltage
             *     needed; null where none does, or no voltage is asked.
             */
            needed_speed_up: number | null;
            /** @description Whether it turns faster here than it, or its gearbox, stands. */
            too_fast: boolean;
            /**
             * Format: double
             * @description Turns of its own shaft per turn of the source at which it gives most, up to what three stages make and it stands; null
             *     where it gives nothing.
             */
            best_speed_up: number | null;
            /**
             * Format: double
             * @description What it gives then, all machines, W.
             */
            best_power_w: number;
        };
        /** @description A run in the list. */
        RunLine: {
            /** @description Id. */
            id: string;
            /** @description What it is called. */
            title: string;
            /** @description The option that ran. */
            option: string;
            /** @description When it was kept, RFC 3339. */
            kept_at: string;
        };
        /** @description Everything a workshop needs of an option. */
        Workshop: {
            /** @description The option. */
            option: string;
            /** @description Its runs, judged. */
            runs: components["schemas"]["JudgedRun"][];
            /** @description Its loom. */
            loom: components["schemas"]["Loom"];
            /** @description The loom as SVG. */
            loom_svg: string;
            /** @description How it hangs together. */
            findings: components["schemas"]["LoomFinding"][];
            /** @description Charging and keeping its packs. */
            charging: components["schemas"]["Charging"];
            /** @description What is keyed into its controllers. */
            settings: components["schemas"]["Setting"][];
            /** @description The first power-up. */
            power_up: components["schemas"]["PowerStep"][];
        };
        /** @description One run, judged. */
        JudgedRun: {
            /**
             * Format: uint
             * @description Its place among the runs.
             */
            place: number;
            /** @description What it joins. */
            name: string;
            /** @description The drive whose motor current it carries; null for battery current. */
            drive: string | null;
            /**
             * Format: uint32
             * @description Wires that lie together and carry current.
             */
            wires: number;
            /**
             * Format: double
             * @description Steady current in one wire, A, rms; null where the battery cannot give it.
             */
            steady_a: number | null;
            /** @description Whether that is a figure of the run, given, rather than of the hardest work. */
            steady_given: boolean;
            /**
             * Format: double
             * @description Most that goes through it, A: a start or a stall on a full battery.
             */
            peak_a: number | null;
            /** @description Whether motors hang on it without a controller, so that a switch in it breaks their stall. */
            bare: boolean;
            /**
             * Format: double
             * @description Current of a dead short at its end on a full battery, A; null for the leads of a motor behind a controller.
             */
            short_a: number | null;
            /**
             * Format: double
             * @description Time in which that burns the insulation, s.
             */
            short_s: number | null;
            /**
             * Format: double
             * @description Volts it loses there and back at the steady current.
             */
            drop_v: number | null;
            /**
             * Format: double
             * @description The same as a share of the voltage it carries, %.
             */
            drop_percent: number | null;
            /**
             * Format: double
             * @description Temperature of its copper at work, °C; null where it never settles.
             */
            copper_c: number | null;
            /** @description What of the work makes it that warm. */
            warmest_at: components["schemas"]["WarmestAt"];
            /**
             * Format: double
             * @description Current of a jam that no fuse stops, A, as it flows in one wire; null where there is no such jam.
             */
            jam_a: number | null;
            /**
             * Format: double
             * @description Temperature of its copper after ten seconds of such a jam, °C; null elsewhere.
             */
            jam_c: number | null;
            /**
             * Format: double
             * @description Time in which such a jam brings it to what its insulation stands, s; null elsewhere.
             */
            jam_s: number | null;
            /**
             * Format: double
             * @description What its insulation stands, °C.
             */
            limit_c: number;
            /** @description Whether the insulation is assumed. */
            assumed: boolean;
            /**
             * Format: double
             * @description Steady current that brings it to that, A.
             */
            ampacity_a: number;
            /**
             * Format: double
             * @description Smallest fuse that survives work and start, A.
             */
            fuse_from_a: number | null;
            /**
             * Format: double
             * @description Largest fuse that protects the wire, A.
             */
            fuse_to_a: number;
            /**
             * Format: double
             * @description A fuse that is sold and does both; null where none does.
             */
            fuse_suggested_a: number | null;
            /**
             * Format: double
             * @description Thinnest gauge that stays cool enough, loses little enough and can be fused; null where none does.
             */
            awg_suggested: number | null;
            /**
             * Format: double
             * @description The same as a cross-section that is sold, mm².
             */
            area_suggested_mm2: number | null;
        };
        /** @description What of the work makes a run warmest. */
        WarmestAt: "work" | "hill" | "given";
        /** @description A whole loom. */
        Loom: {
            /** @description Boxes. */
            parts: components["schemas"]["LoomPart"][];
            /** @description Leads. */
            leads: components["schemas"]["LoomLead"][];
            /**
             * Format: double
             * @description Width of the drawing.
             */
            width: number;
            /**
             * Format: double
             * @description Height of the drawing.
             */
            height: number;
        };
        /** @description A box of the loom, in the units of the drawing. */
        LoomPart: {
            /** @description What the document calls it: its kind, its drive and its number. */
            key: string;
            /** @description What it is. */
            kind: components["schemas"]["LoomPartKind"];
            /** @description Whether somebody put it where it stands. */
            placed: boolean;
            /** @description The drive it serves; null for the battery's side. */
            drive: string | null;
            /** @description What stands in it. */
            label: string;
            /**
             * Format: double
             * @description Left edge.
             */
            x: number;
            /**
             * Format: double
             * @description Top edge.
             */
            y: number;
            /**
             * Format: double
             * @description Width.
             */
            width: number;
            /**
             * Format: double
             * @description Height.
             */
            height: number;
        };
        /** @description What a box of the loom is. */
        LoomPartKind: "battery" | "board" | "fuse" | "main_switch" | "splitter" | "controller" | "bare_switch" | "motor" | "receiver" | "servo" | "alarm" | "charge_socket" | "extra";
        /** @description A lead of the loom. */
        LoomLead: {
            /** @description What it is. */
            kind: components["schemas"]["LeadKind"];
            /**
             * Format: uint
             * @description Place of the box it comes from.
             */
            from: number;
            /**
             * Format: uint
             * @description Place of the box it goes to.
             */
            to: number;
            /**
             * Format: uint
             * @description Run of the wiring it belongs to; null where none is given.
             */
            run: number | null;
            /** @description What is written on it. */
            label: string;
        };
        /** @description What runs between two boxes. */
        LeadKind: "supply" | "motor" | "phases" | "sensor" | "signal" | "balance";
        /** @description Something about how the parts hang together. */
        LoomFinding: {
            /** @description Short name of the rule. */
            code: string;
            /** @description How bad. */
            weight: components["schemas"]["LoomWeight"];
            /** @description The drive; null for the whole. */
            drive: string | null;
            /** @description What and why, in a sentence, with what would do. */
            words: string;
        };
        /** @description How bad a finding is. */
        LoomWeight: "wrong" | "risky" | "mind";
        /** @description How one pack is charged and kept. */
        Charging: {
            /**
             * Format: double
             * @description Charging current of one pack, A.
             */
            current_a: number;
            /** @description Whether the pack's own rating is behind it, or the usual one of its kind. */
            rated: boolean;
            /**
             * Format: double
             * @description From empty to full, h.
             */
            hours: number;
            /**
             * Format: double
             * @description Voltage at the end of charging, one pack, V.
             */
            charger_v: number;
            /**
             * Format: double
             * @description Power the charger gives, W.
             */
            charger_w: number;
            /**
             * Format: uint32
             * @description Cells in series in one pack.
             */
            cells: number;
            /**
             * Format: uint32
             * @description Wires of its balance lead; null where its kind has none.
             */
            balance_wires: number | null;
            /** @description Voltages of one pack and what they mean, from full to flat. */
            marks: components["schemas"]["VoltageMark"][];
            /** @description How its kind is charged and kept, in its own words. */
            words: string[];
            /**
             * Format: double
             * @description Energy of one pack, Wh.
             */
            pack_wh: number;
            /** @description What carriers by air usually allow, where the kind falls under it. */
            transport: string | null;
        };
        /** @description A voltage that means something. */
        VoltageMark: {
            /** @description What it is. */
            name: string;
            /**
             * Format: double
             * @description Of one cell, V.
             */
            cell_v: number;
            /**
             * Format: double
             * @description Of one pack, V.
             */
            pack_v: number;
            /**
             * Format: double
             * @description Charge left when it is read at rest, 0 to 1; null below an empty cell.
             */
            charge_at_rest: number | null;
            /**
             * Format: double
             * @description Charge left when it is read during the hardest work, 0 to 1; null where it is never seen then.
             */
            charge_under_load: number | null;
        };
        /** @description One setting of a controller. */
        Setting: {
            /** @description The drive. */
            drive: string;
            /** @description What it is called. */
            name: string;
            /** @description What to key in. */
            value: string;
            /** @description Why. */
            why: string;
        };
        /** @description One step of the first power-up. */
        PowerStep: {
            /** @description Short name; ticks are kept by it. */
            key: string;
            /** @description What to do. */
            does: string;
            /** @description A caution that belongs here. */
            caution: string | null;
            /** @description What is read; null where the step is only done. */
            reading: components["schemas"]["Expected"] | null;
        };
        /** @description A reading and the band it should lie in. */
        Expected: {
            /** @description Its unit. */
            unit: string;
            /**
             * Format: double
             * @description What this build should show.
             */
            about: number;
            /**
             * Format: double
             * @description Lowest that goes on.
             */
            from: number;
            /**
             * Format: double
             * @description Highest that goes on.
             */
            to: number;
            /** @description What it may mean when it is lower. */
            low: string;
            /** @description What it may mean when it is higher. */
            high: string;
        };
        /** @description An instrument in use. */
        InUse: {
            /** @description What it is. */
            role: components["schemas"]["Role"];
            /** @description Where it listens. */
            address: string;
            /** @description What it calls itself; null until it was asked. */
            name: string | null;
            /** @description Whether it is the simulated one. */
            simulated: boolean;
        };
        /** @description What an instrument is. */
        Role: "supply" | "meter" | "tachometer" | "thermometer";
        /** @description What was read at one moment; null where no instrument reads it. */
        Readings: {
            /**
             * Format: double
             * @description At the motor, V.
             */
            voltage_v: number | null;
            /**
             * Format: double
             * @description From the supply, A.
             */
            current_a: number | null;
            /** @description The supply is in its current limit. */
            limited: boolean | null;
            /**
             * Format: double
             * @description Between the meter's leads, V.
             */
            meter_v: number | null;
            /**
             * Format: double
             * @description Speed, rpm.
             */
            rpm: number | null;
            /**
             * Format: double
             * @description Between the meter's leads, Ω.
             */
            resistance_ohm: number | null;
            /**
             * Format: double
             * @description Of the can, °C.
             */
            temperature_c: number | null;
        };
        /** @description The supply as it says it is. */
        SupplyReply: {
            /** @description The supply in use; null where none is. */
            supply: components["schemas"]["SupplyNow"] | null;
            /** @description Addresses of supplies that were let go and have not said that they are off. */
            left_on: string[];
        };
        /** @description What is known of the supply: only what it has said itself. */
        SupplyNow: {
            /** @description Where it listens. */
            address: string;
            /** @description Whether its output is on; null where it was not read. */
            on: boolean | null;
            /** @description Its output may be on: it was switched on, or off is not confirmed. */
            may_be_on: boolean;
            /**
             * Format: double
             * @description Voltage it is set to, V.
             */
            set_v: number | null;
            /**
             * Format: double
             * @description Current limit it is set to, A.
             */
            limit_a: number | null;
            /**
             * Format: double
             * @description At its terminals, V.
             */
            voltage_v: number | null;
            /**
             * Format: double
             * @description From it, A.
             */
            current_a: number | null;
            /** @description It is in its current limit. */
            limited: boolean | null;
            /** @description Why nothing was read, in words. */
            problem: string | null;
        };
        /** @description A sweep as it stands. */
        SweepProgress: {
            /** @description Where it stands. */
            state: components["schemas"]["SweepState"];
            /**
             * Format: uint32
             * @description How many steps there are.
             */
            steps: number;
            /** @description What was read so far. */
            points: components["schemas"]["Readings"][];
            /** @description What failed, in words. */
            problem: string | null;
        };
        /** @description Where a sweep stands. */
        SweepState: "idle" | "running" | "done" | "stopped" | "failed";
        /** @description What a log says. */
        Compared: {
            /** @description Always `ypsidyne.compared/1`. */
            format: string;
            /** @description Ride by ride, the first one first. */
            rides: components["schemas"]["ComparedRide"][];
            /** @description The magnets, motor by motor. */
            magnets: components["schemas"]["MagnetHealth"][];
            /** @description What wears. */
            wear: components["schemas"]["Wear"][];
            /** @description What broke, part by part. */
            failures: components["schemas"]["Failures"][];
        };
        /** @description A ride against what was computed of it. */
        ComparedRide: {
            /** @description What it is called. */
            title: string;
            /** @description When, RFC 3339. */
            at: string;
            /** @description What it adds up to. */
            totals: components["schemas"]["RideTotals"];
            /** @description What was computed adds up to, over the same time; null where it was not computed. */
            computed: components["schemas"]["RideTotals"] | null;
            /**
             * Format: double
             * @description Warmest place of the magnets by computing it, °C.
             */
            magnets_c: number | null;
            /** @description Channel by channel; empty where it was not computed. */
            channels: components["schemas"]["ComparedChannel"][];
            /** @description What it says of the build's figures; empty where it was not computed. */
            calibration: components["schemas"]["CalibratedFigure"][];
            /** @description The whole in words, the most important first. */
            says: string[];
        };
        /** @description What a ride adds up to; null where its channels do not tell. */
        RideTotals: {
            /**
             * Format: double
             * @description From the first row to the last, s.
             */
            duration_s: number;
            /**
             * Format: double
             * @description Time under way, s: with a motor that turns or draws; the whole where nothing tells.
             */
            running_s: number;
            /**
             * Format: uint32
             * @description How often it started from a stand.
             */
            starts: number;
            /**
             * Format: double
             * @description Way, m.
             */
            distance_m: number | null;
            /**
             * Format: double
             * @description Energy out of the battery, Wh.
             */
            energy_out_wh: number | null;
            /**
             * Format: double
             * @description Energy back into it, Wh.
             */
            energy_back_wh: number | null;
            /**
             * Format: double
             * @description Charge out of the battery less what came back, Ah.
             */
            charge_ah: number | null;
            /**
             * Format: double
             * @description Energy out less back over the way, Wh/km.
             */
            wh_per_km: number | null;
            /**
             * Format: double
             * @description Largest battery current, A.
             */
            peak_supply_current_a: number | null;
            /**
             * Format: double
             * @description Lowest battery voltage, V.
             */
            min_supply_voltage_v: number | null;
            /**
             * Format: double
             * @description Hottest winding, °C.
             */
            hottest_winding_c: number | null;
            /** @description Times without readings. */
            gaps: components["schemas"]["Gap"][];
        };
        /** @description A time without readings. */
        Gap: {
            /**
             * Format: double
             * @description Since the start, s.
             */
            from_s: number;
            /**
             * Format: double
             * @description How long, s.
             */
            lasts_s: number;
        };
        /** @description One channel, measured and computed. */
        ComparedChannel: {
            /** @description Key of the channel. */
            name: string;
            /** @description What a maker calls it. */
            title: string;
            /** @description Unit. */
            unit: string;
            /**
             * Format: double
             * @description Mean of measured less computed.
             */
            bias: number;
            /**
             * Format: double
             * @description Root mean square of measured less computed.
             */
            rms: number;
            /**
             * Format: double
             * @description Share of what the measured signal varies that the computed one explains, 0 to 1; null where it does not vary.
             */
            explained: number | null;
            /**
             * Format: double
             * @description From when on it leaves what was computed, s; null where it does not.
             */
            leaves_s: number | null;
            /** @description In one sentence. */
            says: string;
            /** @description Both over time, for drawing. */
            lines: components["schemas"]["ChannelLines"];
        };
        /** @description Both over time. */
        ChannelLines: {
            /** @description Since the start, s. */
            t_s: number[];
            /** @description Measured; null where nothing was read. */
            measured: (number | null)[];
            /** @description Computed; null where nothing was computed. */
            computed: (number | null)[];
        };
        /** @description A figure, before the ride and after. */
        CalibratedFigure: {
            /** @description Key of the figure. */
            name: string;
            /** @description What a maker calls it. */
            title: string;
            /** @description Unit; empty where it has none. */
            unit: string;
            /**
             * Format: double
             * @description What stands in the build; of the gearing the efficiency of all stages.
             */
            before: number;
            /**
             * Format: double
             * @description One sigma of how far that usually is off.
             */
            before_sigma: number;
            /**
             * Format: double
             * @description What the ride says.
             */
            after: number;
            /**
             * Format: double
             * @description One sigma of that.
             */
            after_sigma: number;
            /** @description The 95 % interval. */
            interval_95: number[];
            /** @description Whether the ride tells it: it halves at least what was unsure. */
            determined: boolean;
            /** @description In one sentence; where the ride does not tell, which ride would. */
            says: string;
        };
        /** @description What the checks of a motor say of its magnets. */
        MagnetHealth: {
            /** @description Which motor; null where there is one only. */
            motor: string | null;
            /** @description Every check, the first one first. */
            checks: components["schemas"]["MagnetCheck"][];
            /**
             * Format: double
             * @description Strength over that of the first check, 1 for as new; null with fewer than two checks of Kv.
             */
            strength: number | null;
            /**
             * Format: double
             * @description Its standard error; null where no check tells one.
             */
            standard_error: number | null;
            /** @description Whether it is lost: by more than twice its error. */
            lost: boolean;
            /** @description What that means, in whole sentences. */
            says: string[];
        };
        /** @description One check, at 20 °C. */
        MagnetCheck: {
            /** @description When, RFC 3339. */
            at: string;
            /**
             * Format: double
             * @description Kv, rpm/V.
             */
            kv_rpm_per_v: number | null;
            /**
             * Format: double
             * @description Its standard error.
             */
            kv_standard_error: number | null;
            /**
             * Format: double
             * @description Winding resistance, Ω.
             */
            resistance_ohm: number | null;
            /**
             * Format: double
             * @description No-load current, A.
             */
            no_load_current_a: number | null;
        };
        /** @description What measured lengths of one thing say. */
        Wear: {
            /** @description What wears. */
            item: string;
            /** @description Hours of running and length, mm, of every measurement. */
            points: number[][];
            /**
             * Format: double
             * @description Length at which it is due, mm.
             */
            limit_mm: number;
            /**
             * Format: double
             * @description Length lost in an hour, mm; null with one measurement, or where nothing is lost.
             */
            mm_per_hour: number | null;
            /**
             * Format: double
             * @description Hours left from the last measurement; null where that is not told.
             */
            hours_left: number | null;
            /** @description Their 90 % interval; the second null where the readings allow that it never comes. Null with fewer than three. */
            interval_90: (number | null)[] | null;
            /** @description In one sentence. */
            says: string;
        };
        /** @description The failures of one part. */
        Failures: {
            /** @description The part. */
            part: string;
            /** @description Its batches, the worst first. */
            batches: components["schemas"]["Batch"][];
            /**
             * Format: double
             * @description Chance that batches alike would differ as much, between the worst and the best; null with one batch.
             */
            p_value: number | null;
            /** @description What the counts support. */
            explanation: components["schemas"]["Explanation"];
            /** @description In one sentence. */
            says: string;
        };
        /** @description A batch of a part. */
        Batch: {
            /** @description Its name; null where nobody gave one. */
            batch: string | null;
            /**
             * Format: uint32
             * @description How many failed.
             */
            failed: number;
            /**
             * Format: uint32
             * @description How many were in use; null where nobody said.
             */
            of: number | null;
            /**
             * Format: double
             * @description Share that fails, in the middle of its interval; null without the number in use.
             */
            rate: number | null;
            /** @description Its 90 % interval. */
            interval_90: number[] | null;
            /**
             * Format: uint32
             * @description How many of them had a limit passed; null where that was looked at for none.
             */
            beyond_limits: number | null;
            /** @description Hours after which they failed, where that is known. */
            hours: number[];
        };
        /** @description What the counts support. */
        Explanation: "suspect_batch" | "overload" | "too_few";
        /** @description The log of a build. */
        BuildLog: {
            /**
             * Format: uint
             * @description Place of the option that it is about.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive that it is about.
             */
            drive: number;
            /** @description The entries, the newest first. */
            lines: components["schemas"]["LogLine"][];
            /** @description What they answer. */
            book: components["schemas"]["Book"];
        };
        /** @description An entry in the timeline. */
        LogLine: {
            /** @description Id. */
            id: string;
            /** @description Id of its build. */
            build: string;
            /** @description Name of its build. */
            build_name: string;
            /**
             * Format: uint32
             * @description Current revision.
             */
            revision: number;
            /** @description What it is about. */
            kind: string;
            /** @description When, RFC 3339. */
            at: string;
            /** @description What it is called. */
            title: string;
            /** @description What it says, in a few words. */
            says: string;
            /** @description Whether nobody wrote it: a change that entered itself. */
            by_itself: boolean;
            /** @description The entry; of a ride without its readings. */
            entry: components["schemas"]["LogEntry"];
            /** @description What a ride adds up to and says; null for anything else. */
            summary: components["schemas"]["RideSummary"] | null;
            /** @description Id of the bench sheet that stands here by itself; null for anything else. */
            sheet: string | null;
        };
        LogEntry: {
            /**
             * Charge at the start
             * @description Share of the full charge.
             * @default 1
             */
            state_of_charge?: number;
            /**
             * Air
             * @description Temperature of the air; that of the job when left out.
             */
            ambient_c?: number | null;
            /**
             * Payload
             * @description What it carried; that of the job when left out.
             */
            payload_kg?: number | null;
            /**
             * Charged back
             * @description What the charger put in afterwards.
             */
            charged_ah?: number | null;
            /**
             * Option
             * @description The option it was driven with; that of the log when left out.
             */
            option?: string | null;
            /**
             * Drive
             * @description The drive that it is about; that of the log when left out.
             */
            drive?: string | null;
            /**
             * Channels
             * @description What the logger wrote.
             */
            columns: components["schemas"]["RideColumns"];
            /**
             * To be corrected
             * @description All that the ride can tell, when left out.
             */
            calibrate?: components["schemas"]["Calibrated"][] | null;
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "ride";
        } | {
            /**
             * Air
             * @description Temperature of the air; that of the job when left out.
             */
            ambient_c?: number | null;
            /**
             * Option
             * @description The option that was run; that of the log when left out.
             */
            option?: string | null;
            /**
             * Drive
             * @description The drive that was run; that of the log when left out.
             */
            drive?: string | null;
            /**
             * Planned
             * @description Minutes that the whole is to last.
             */
            planned_min?: number | null;
            /**
             * Stages
             * @description One after the other.
             */
            stages: components["schemas"]["HeatStage"][];
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "heat";
        } | {
            /**
             * Motor
             * @description Which one, where there are several.
             */
            motor?: string | null;
            /**
             * Motor
             * @description Its temperature while it was checked; 20 °C when left out.
             */
            temperature_c?: number | null;
            /**
             * Sheet
             * @description The bench sheet.
             */
            measurement?: components["schemas"]["Measurement"] | null;
            /**
             * Results
             * @description What it came to, where there is no sheet.
             */
            results?: components["schemas"]["CheckResults"] | null;
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "check";
        } | {
            /**
             * What
             * @description Brushes, belt, grease.
             */
            item: string;
            /**
             * Every
             * @description Hours of running between two times.
             */
            hours_between?: number | null;
            /**
             * or every
             * @description Kilometres between two times.
             */
            km_between?: number | null;
            /**
             * or every
             * @description Days between two times.
             */
            days_between?: number | null;
            /**
             * Measured
             * @description A length that wears.
             */
            measured?: components["schemas"]["WearReading"] | null;
            /**
             * Hours
             * @description Hours of running until then.
             */
            hours?: number | null;
            /**
             * Done
             * @description Whether it was done, or only looked at.
             * @default true
             */
            done?: boolean;
            /**
             * Cost
             * @description What was bought for it, in the currency of the budget.
             */
            cost?: number | null;
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "upkeep";
        } | {
            /**
             * Part
             * @description Worm, belt, controller.
             */
            part: string;
            /**
             * Belongs to
             * @description Part of the chain, to see whether a limit of it was passed.
             */
            component?: components["schemas"]["Component"] | null;
            /**
             * What broke
             * @description And how.
             * @default
             */
            what?: string;
            /**
             * Batch
             * @description Delivery or lot that it came from.
             */
            batch?: string | null;
            /**
             * of
             * @description How many of that batch were in use.
             */
            of?: number | null;
            /**
             * after
             * @description Hours of running.
             */
            hours?: number | null;
            /**
             * Beyond its limits
             * @description Whether a limit of that part was passed at that moment.
             */
            beyond_limits?: boolean | null;
            /**
             * Cost
             * @description What its replacement cost, in the currency of the budget.
             */
            cost?: number | null;
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "failure";
        } | {
            /**
             * Changes
             * @description Figure by figure.
             * @default []
             */
            changes?: components["schemas"]["ChangedFigure"][];
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "change";
        } | {
            /**
             * Pictures
             * @description What it looked like.
             * @default []
             */
            pictures?: components["schemas"]["Picture"][];
            /**
             * When
             * @description Date and time, RFC 3339.
             */
            at: string;
            /**
             * Title
             * @description In a few words.
             */
            title?: string | null;
            /**
             * Notes
             * @description What is worth remembering.
             */
            notes?: string | null;
            /** @constant */
            kind: "note";
        };
        RideColumns: {
            /**
             * Time
             * @description Since the start; each above the one before.
             */
            t_s: (number | null)[];
            /**
             * Speed
             * @description Over ground.
             */
            speed_m_s?: (number | null)[] | null;
            /**
             * Distance
             * @description Since some start.
             */
            distance_m?: (number | null)[] | null;
            /**
             * Grade
             * @description Rise over run; below zero it goes down.
             */
            grade_percent?: (number | null)[] | null;
            /**
             * Height
             * @description Above some level.
             */
            altitude_m?: (number | null)[] | null;
            /**
             * Motor current
             * @description Of each motor; below zero it brakes.
             */
            motor_current_a?: (number | null)[] | null;
            /**
             * Battery current
             * @description Below zero it charges.
             */
            supply_current_a?: (number | null)[] | null;
            /**
             * Battery voltage
             * @description At the battery.
             */
            supply_voltage_v?: (number | null)[] | null;
            /**
             * Winding
             * @description Of the motor.
             */
            winding_c?: (number | null)[] | null;
            /**
             * Motor case
             * @description Of the motor.
             */
            case_c?: (number | null)[] | null;
            /**
             * Controller
             * @description Its temperature.
             */
            controller_c?: (number | null)[] | null;
            /**
             * Battery
             * @description Its temperature.
             */
            battery_c?: (number | null)[] | null;
        };
        /** @enum {string} */
        Calibrated: "rolling_resistance" | "drag_area_m2" | "gearing_efficiency" | "cell_resistance_ohm" | "capacity_ah" | "winding_to_case_k_per_w" | "case_to_ambient_k_per_w";
        HeatStage: {
            /**
             * Lasts
             * @description Minutes of running.
             */
            minutes: number;
            /**
             * Throttle
             * @description Share of full throttle.
             */
            throttle?: number | null;
            /**
             * Speed
             * @description Speed that is held.
             */
            speed_m_s?: number | null;
            /**
             * Readings
             * @description At its end.
             */
            readings?: components["schemas"]["StageReadings"] | null;
        };
        StageReadings: {
            /**
             * Motor
             * @description Of the case.
             */
            motor_c?: number | null;
            /**
             * Controller
             * @description At its hottest place.
             */
            controller_c?: number | null;
            /**
             * Battery
             * @description Between the cells.
             */
            battery_c?: number | null;
        };
        CheckResults: {
            /**
             * Kv
             * @description Turns per minute per volt.
             */
            kv_rpm_per_v?: number | null;
            /**
             * Its error
             * @description Standard error of Kv.
             */
            kv_standard_error?: number | null;
            /**
             * Winding resistance
             * @description At the temperature of the winding.
             */
            resistance_ohm?: number | null;
            /**
             * Its error
             * @description Standard error of the resistance.
             */
            resistance_standard_error?: number | null;
            /**
             * No-load current
             * @description With nothing on the shaft.
             */
            no_load_current_a?: number | null;
            /**
             * Motor
             * @description Its temperature while it was checked.
             * @default 20
             */
            temperature_c?: number;
        };
        WearReading: {
            /**
             * Length
             * @description As measured.
             */
            length_mm: number;
            /**
             * Limit
             * @description Length at which it is due.
             */
            limit_mm: number;
        };
        /** @enum {string} */
        Component: "motor" | "gearing" | "battery" | "controller" | "wiring" | "other";
        ChangedFigure: {
            /**
             * What
             * @description Pulley, teeth.
             */
            what: string;
            /**
             * Before
             * @description What stood there.
             */
            before?: string | null;
            /**
             * After
             * @description What stands there now.
             */
            after?: string | null;
        };
        Picture: {
            /**
             * Picture
             * @description Name of the file.
             */
            name: string;
            /**
             * Content
             * @description The picture as a data address, where it travels with the log.
             */
            data?: string | null;
        };
        /** @description A ride without its readings. */
        RideSummary: {
            /** @description When, RFC 3339. */
            at: string;
            /** @description What it is called. */
            title: string;
            /** @description What it adds up to. */
            totals: components["schemas"]["RideTotals"];
            /**
             * Format: double
             * @description Air, °C; null where nobody said.
             */
            ambient_c: number | null;
            /**
             * Format: double
             * @description Warmest place of the magnets by computing it, °C; null where it was not computed.
             */
            magnets_c: number | null;
            /**
             * @description Whether it was computed; false while it was not compared, and where it cannot be.
             * @default false
             */
            computed: boolean;
            /** @description What it says, the most important first; empty while it was not compared. */
            says: string[];
        };
        /** @description What a logbook answers. */
        Book: {
            /** @description How much it has run. */
            usage: components["schemas"]["Usage"];
            /** @description What it needs, the nearest first. */
            upkeep: components["schemas"]["Upkeep2"][];
            /** @description What wears. */
            wear: components["schemas"]["Wear"][];
            /** @description The magnets, motor by motor. */
            magnets: components["schemas"]["MagnetHealth"][];
            /** @description What broke, part by part. */
            failures: components["schemas"]["Failures"][];
            /** @description What a kilometre takes, best and worst, what an hour costs. */
            answers: components["schemas"]["Answers"];
        };
        /** @description How much a machine has run. */
        Usage: {
            /**
             * Format: uint32
             * @description Rides.
             */
            rides: number;
            /**
             * Format: double
             * @description Hours under way.
             */
            hours: number;
            /**
             * Format: double
             * @description Kilometres.
             */
            km: number;
            /**
             * Format: uint32
             * @description Starts from a stand.
             */
            starts: number;
        };
        /** @description Something to be looked after, and how near it is. */
        Upkeep2: {
            /** @description What. */
            item: string;
            /** @description How it is done; null for one's own. */
            how: string | null;
            /** @description Every so much. */
            every: components["schemas"]["Interval"];
            /** @description Whether the interval is one's own; else it is a habit. */
            own: boolean;
            /** @description Whether a length of it is measured. */
            measured: boolean;
            /** @description When it was done last, RFC 3339; null where that is not in the log. */
            last: string | null;
            /** @description Hours, kilometres, starts since. */
            since: components["schemas"]["Usage"];
            /**
             * Format: double
             * @description Days since; null where there is no first day to count from.
             */
            since_days: number | null;
            /**
             * Format: double
             * @description How much of the interval is used, 1 when it is due.
             */
            used: number;
            /** @description Whether it is due. */
            due: boolean;
            /** @description In one sentence. */
            says: string;
        };
        /** @description How often something is looked after; the first of them that is reached counts. */
        Interval: {
            /**
             * Format: double
             * @description Hours under way.
             */
            hours: number | null;
            /**
             * Format: double
             * @description Kilometres.
             */
            km: number | null;
            /**
             * Format: double
             * @description Days.
             */
            days: number | null;
        };
        /** @description What many rides say. */
        Answers: {
            /** @description Ride by ride, the first one first. */
            per_km: components["schemas"]["PerKilometre"][];
            /** @description By quarters of the year, those that were driven in. */
            seasons: components["schemas"]["Season"][];
            /** @description The ride that took least. */
            best: components["schemas"]["PerKilometre"] | null;
            /** @description The ride that took most; null with one ride. */
            worst: components["schemas"]["PerKilometre"] | null;
            /** @description What wore out, the dearest hour first. */
            costs: components["schemas"]["CostPerHour"][];
            /** @description In words. */
            says: string[];
        };
        /** @description A ride of which it is known what a kilometre took. */
        PerKilometre: {
            /** @description When, RFC 3339. */
            at: string;
            /** @description What it is called. */
            title: string;
            /**
             * Format: double
             * @description Energy for a kilometre, Wh/km.
             */
            wh_per_km: number;
            /**
             * Format: double
             * @description How far a charge goes at that, km; null where the pack is not known.
             */
            range_km: number | null;
            /**
             * Format: double
             * @description Air, °C.
             */
            ambient_c: number | null;
        };
        /** @description A quarter of the year. */
        Season: {
            /** @description Its months. */
            months: string;
            /**
             * Format: uint32
             * @description Rides in it.
             */
            rides: number;
            /**
             * Format: double
             * @description Energy for a kilometre, by all their way, Wh/km.
             */
            wh_per_km: number;
            /**
             * Format: double
             * @description How far a charge goes at that, km.
             */
            range_km: number | null;
        };
        /** @description What something cost, over the hours of running. */
        CostPerHour: {
            /** @description What was bought or replaced. */
            item: string;
            /**
             * Format: uint32
             * @description How often.
             */
            times: number;
            /**
             * Format: double
             * @description What it cost in all, in the currency of the budget.
             */
            cost: number;
            /**
             * Format: double
             * @description Over all hours of running; null while there are none.
             */
            per_hour: number | null;
        };
        /** @description What all logs say of a part. */
        PartStory: {
            /** @description The part, as it was called first. */
            part: string;
            /** @description Builds in whose logs it stands. */
            builds: string[];
            /** @description How much these machines have run. */
            usage: components["schemas"]["Usage"];
            /** @description What broke; null where nothing did. */
            failures: components["schemas"]["Failures"] | null;
            /** @description What wears, machine by machine. */
            wear: components["schemas"]["Wear"][];
            /**
             * Format: double
             * @description What it cost in all.
             */
            cost: number;
            /**
             * Format: double
             * @description Over the hours of these machines; null while there are none.
             */
            cost_per_hour: number | null;
        };
        /** @description A table as it is understood, and the ride in it. */
        LookedAt: {
            /** @description The columns in the order of the table. */
            mapped: components["schemas"]["MappedColumn"][];
            /**
             * Format: double
             * @description When it began, seconds since 1970; null where the table tells no date.
             */
            began_s: number | null;
            /**
             * Format: uint
             * @description Rows that were read.
             */
            rows: number;
            /**
             * Format: uint
             * @description Rows that were left out.
             */
            left_out: number;
            /** @description What is wrong with cells and rows, the first 200. */
            problems: components["schemas"]["CellProblem"][];
            /**
             * Format: uint
             * @description How many there are in all.
             */
            problem_count: number;
            /** @description Times without rows. */
            gaps: components["schemas"]["Gap"][];
            /** @description The whole in words. */
            says: string[];
            /** @description What the ride adds up to. */
            totals: components["schemas"]["RideTotals"];
            /** @description Its readings for drawing. */
            lines: components["schemas"]["DrawnChannel"][];
        };
        /** @description A column of the table, as it was understood. */
        MappedColumn: {
            /** @description Its head. */
            head: string;
            /** @description What it is taken for; null where it is not used. */
            channel: components["schemas"]["Channel"] | null;
            /** @description The unit it is taken in; empty where it is not used. */
            unit: string;
            /** @description Units that it may be in instead. */
            units: string[];
            /** @description Whether head or units row said the unit; else it is the usual one. */
            unit_said: boolean;
            /** @description A few of its cells. */
            sample: string[];
            /**
             * Format: uint
             * @description Readings that were taken.
             */
            readings: number;
        };
        /** @description What a column of a logger is. */
        Channel: "time" | "date" | "speed" | "distance" | "grade" | "altitude" | "motor_current" | "supply_current" | "supply_voltage" | "supply_power" | "charge_drawn" | "winding" | "case" | "controller" | "battery";
        /** @description What is wrong with a cell or a row. */
        CellProblem: {
            /**
             * Format: uint64
             * @description Line of the file, from 1.
             */
            line: number;
            /** @description Head of the column; null for the whole row. */
            column: string | null;
            /** @description What came, and what would do. */
            detail: string;
        };
        /** @description One channel over time. */
        DrawnChannel: {
            /** @description Key of the channel. */
            name: string;
            /** @description Since the start, s. */
            t_s: number[];
            /** @description Its readings; null where nothing was read, and across a gap. */
            values: (number | null)[];
        };
        /** @description A ride against what is computed of it. */
        RideAgainst: {
            /** @description With which figures. */
            figures: components["schemas"]["Figures"];
            /**
             * Format: uint32
             * @description Revision of the build that they are from.
             */
            revision: number;
            /** @description Name of the option. */
            option: string;
            /** @description Name of the drive. */
            drive: string;
            /** @description The ride, compared. */
            ride: components["schemas"]["ComparedRide"];
        };
        /** @description With which figures a ride is computed. */
        Figures: "then" | "now" | "ride";
        /** @description A build with the figures of a ride in it. */
        Corrected: {
            /** @description Figure by figure. */
            changes: components["schemas"]["PutIn"][];
            /** @description What the option did with the figures before. */
            before: components["schemas"]["Effect"];
            /** @description What it does with those of the ride. */
            after: components["schemas"]["Effect"];
            /** @description Checks whose verdict or use moves. */
            moved: components["schemas"]["MovedCheck"][];
            /**
             * Format: double
             * @description Share of draws within all tolerances in which everything holds, before.
             */
            odds_before: number | null;
            /**
             * Format: double
             * @description And after: what is measured is drawn no more.
             */
            odds_after: number | null;
            /** @description The build with the figures in it. */
            build: components["schemas"]["Build"];
        };
        /** @description A figure that is put in. */
        PutIn: {
            /** @description Key of the figure. */
            name: string;
            /** @description What a maker calls it. */
            title: string;
            /** @description Unit; empty where it has none. */
            unit: string;
            /**
             * Format: double
             * @description What stood there.
             */
            before: number;
            /**
             * Format: double
             * @description What stands there now.
             */
            after: number;
        };
        /** @description Stages: planned, run, and what comes next. */
        HeatStages: {
            /** @description How the whole is planned. */
            plan: components["schemas"]["PlannedStage"][];
            /** @description What was run. */
            run: components["schemas"]["StageRead"][];
            /** @description How hot each place may get, °C. */
            limits: components["schemas"]["Places"];
            /** @description Whether to go on: null before the first reading. */
            go_on: boolean | null;
            /**
             * Format: double
             * @description How long the next stage lasts, min; null where there is none.
             */
            next_min: number | null;
            /** @description What is computed at the end of the next stage. */
            next_computed: components["schemas"]["Places"] | null;
            /** @description Why, the most important first. */
            says: string[];
        };
        /** @description A stage that is planned. */
        PlannedStage: {
            /**
             * Format: double
             * @description How long it lasts, min.
             */
            minutes: number;
            /**
             * Format: double
             * @description Minutes of running at its end.
             */
            ends_min: number;
            /**
             * Format: double
             * @description Speed that is held, m/s; null where nothing travels.
             */
            speed_m_s: number | null;
            /**
             * Format: double
             * @description Speed of the output that is held, rpm.
             */
            output_rpm: number | null;
            /** @description What is computed at its end. */
            computed: components["schemas"]["Places"];
        };
        /** @description Temperatures by place, °C; null where there is none. */
        Places: {
            /**
             * Format: double
             * @description Case of the motor.
             */
            motor_c: number | null;
            /**
             * Format: double
             * @description Controller.
             */
            controller_c: number | null;
            /**
             * Format: double
             * @description Battery.
             */
            battery_c: number | null;
        };
        /** @description A stage that was run, against what was computed. */
        StageRead: {
            /**
             * Format: double
             * @description Minutes of running at its end.
             */
            ends_min: number;
            /** @description What was read. */
            read: components["schemas"]["Places"];
            /** @description What is computed of the stages as they were run. */
            computed: components["schemas"]["Places"];
            /** @description In one sentence. */
            says: string;
        };
        /** @description What was the matter at that moment. */
        AtThatMoment: {
            /** @description Checks of the part that failed in the machine as it was, in one sentence each. */
            failing: string[];
            /** @description What passed a limit in the rides of that day, measured or computed, in one sentence each. */
            passed: string[];
            /**
             * Format: uint32
             * @description Rides of that day that were looked at.
             */
            rides: number;
            /** @description Whether a limit was passed; null where nothing tells, for no part of the chain is named. */
            beyond: boolean | null;
            /** @description In one sentence. */
            says: string;
        };
        /** @description What came of a file. */
        Imported: {
            /**
             * Format: uint
             * @description Entries that were written.
             */
            written: number;
            /**
             * Format: uint
             * @description Entries that stood there already and were left.
             */
            known: number;
            /** @description Lines that cannot be used. */
            problems: components["schemas"]["CellProblem"][];
        };
        /** @description A picture that was kept. */
        KeptPicture: {
            /** @description The name a note gives it. */
            name: string;
        };
        /** @description A page as a phone opens it. */
        OnThePhone: {
            /** @description Its address; null where this bench listens on this machine alone. */
            url: string | null;
            /** @description The address as a QR code, SVG. */
            svg: string | null;
            /** @description What is needed, in words. */
            says: string;
        };
        /** @description Whether a passphrase is needed. */
        SessionState: {
            /** @description Whether this browser still has to give it. */
            needs_passphrase: boolean;
            /** @description What this browser may do; null while it has not given it. */
            role: components["schemas"]["Role2"] | null;
            /** @description The name that was given. */
            name: string | null;
        };
        /** @description What somebody may do. */
        Role2: "owner" | "visitor";
        /** @description A problem document. */
        ProblemDocument: {
            /** @description Kind of problem, as a relative reference. */
            type: string;
            /** @description The kind in words. */
            title: string;
            /**
             * Format: uint16
             * @description HTTP status.
             */
            status: number;
            /** @description This occurrence in words. */
            detail: string;
            /** @description Every problem of a document, by place. */
            errors?: components["schemas"]["Problem"][];
            /**
             * Format: uint32
             * @description The current revision, when a change came too late.
             */
            current_revision?: number | null;
            /**
             * Format: uint32
             * @description The revision that holds the refused document, set aside.
             */
            kept_as?: number | null;
        };
        /** @description One thing wrong with a document: where, what came and what would do. */
        Problem: {
            /** @description JSON pointer (RFC 6901) to the offending place; empty for the whole document. */
            pointer: string;
            /** @description What came and what would do, in one sentence. */
            detail: string;
        };
        Search: {
            /**
             * Job
             * @description What the machine must do.
             */
            job: components["schemas"]["Job"];
            /**
             * Drive
             * @description The drive in which parts are tried.
             */
            drive: string;
            /**
             * Base
             * @description The option they are tried in.
             */
            base: components["schemas"]["OptionSheet"];
            /**
             * Vary
             * @description What is tried.
             */
            vary: components["schemas"]["Vary"];
            /**
             * Rank by
             * @description What the best one is best in.
             * @default margin
             */
            rank_by?: components["schemas"]["RankBy"];
            /**
             * Limit
             * @description How many are given back.
             * @default 20
             */
            limit?: number;
            /** @constant */
            format: "ypsidyne.search/1";
        };
        Vary: {
            /**
             * Motors
             * @description Motors to try.
             * @default []
             */
            motors?: components["schemas"]["Motor"][];
            /**
             * Batteries
             * @description Batteries to try.
             * @default []
             */
            batteries?: components["schemas"]["Battery"][];
            /**
             * Controllers
             * @description Controllers to try.
             * @default []
             */
            controllers?: components["schemas"]["Controller"][];
            /**
             * Motors
             * @description Numbers of equal motors to try, each with as many controllers as it needs.
             * @default []
             */
            motor_count?: number[];
            /**
             * Gearing
             * @description Teeth to try at one stage.
             */
            gearing?: components["schemas"]["VaryGearing"] | null;
            /**
             * Wheel diameters
             * @description Wheel diameters to try.
             * @default []
             */
            wheel_diameter_m?: number[];
        };
        VaryGearing: {
            /**
             * Stage
             * @description Place in the gearing, from 0, without a built-in gearbox.
             * @default 0
             */
            stage?: number;
            /**
             * Driver teeth
             * @description Teeth of the driver to try.
             */
            driver_teeth: number[];
            /**
             * Driven teeth
             * @description Teeth of the driven wheel to try.
             */
            driven_teeth: number[];
        };
        /** @enum {string} */
        RankBy: "price" | "mass" | "runtime" | "margin";
        /** @description A build, and which parts to try in it. */
        CandidatesRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /**
             * Format: uint
             * @description Place of the stage in the gearing.
             * @default 0
             */
            stage?: number;
            /** @description Which parts; the kind is needed. */
            search: components["schemas"]["PartSearch"];
            build: components["schemas"]["Build"];
        };
        /** @description What is looked for. */
        PartSearch: {
            /**
             * @description Kind of part; any when left out.
             * @default null
             */
            kind?: components["schemas"]["PartKind"] | null;
            /**
             * @description Beginnings of words, all of which must be found.
             * @default
             */
            text?: string;
            /** @description Ranges of figures, by dotted key, in the document's units. */
            ranges?: components["schemas"]["FigureRange"][];
            /** @description Words that must stand, by key. */
            words?: components["schemas"]["FigureWord"][];
            /**
             * @description Only what is in the drawer, or only what is not.
             * @default null
             */
            owned?: boolean | null;
            /**
             * @description Retired parts instead of the others.
             * @default false
             */
            retired?: boolean;
            /**
             * @description Key of the figure to sort by; by name when left out.
             * @default null
             */
            sort?: string | null;
            /**
             * @description Largest first.
             * @default false
             */
            descending?: boolean;
            /**
             * Format: uint32
             * @description How many at most, 1 to 500; 100 when left out.
             * @default null
             */
            limit?: number | null;
            /**
             * Format: uint32
             * @description How many to skip.
             * @default 0
             */
            offset?: number;
        };
        /** @description A range that a figure must be in. */
        FigureRange: {
            /** @description Key of the figure. */
            key: string;
            /**
             * Format: double
             * @description Smallest value that does.
             * @default null
             */
            at_least?: number | null;
            /**
             * Format: double
             * @description Largest value that does.
             * @default null
             */
            at_most?: number | null;
        };
        /** @description A word that must stand. */
        FigureWord: {
            /** @description Key of the choice. */
            key: string;
            /** @description The word. */
            word: string;
        };
        /** @description A build, and the check in question. */
        RemediesRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /** @description Code of the check. */
            code: string;
            /** @description The drive it is about; null for the battery and the whole. */
            drive?: string | null;
            /**
             * Format: uint
             * @description Place of the stage it is about, from 0; left out unless it is about one.
             * @default null
             */
            stage?: number | null;
            /**
             * Format: double
             * @description The share of its limit that it is to be brought down to, above 0 to 1; left out where it is to be mended.
             * @default null
             */
            share?: number | null;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and how far its figures usually are off. */
        GuessesRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * @description Tolerances; the usual ones when left out.
             * @default {
             *       "kv_share": 0.08,
             *       "resistance_share": 0.15,
             *       "cell_resistance_factor": 1.5,
             *       "c_rating_share": 0.4,
             *       "rolling_resistance_factor": 1.5,
             *       "thermal_factor": 1.6,
             *       "no_load_factor": 2
             *     }
             */
            tolerances?: components["schemas"]["Tolerances"];
            build: components["schemas"]["Build"];
        };
        /** @description How far figures usually are off (common practice). */
        Tolerances: {
            /**
             * Format: double
             * @description Speed constant, share up and down.
             * @default 0.08
             */
            kv_share?: number;
            /**
             * Format: double
             * @description Winding resistance, share up and down.
             * @default 0.15
             */
            resistance_share?: number;
            /**
             * Format: double
             * @description Cell resistance, factor up and down.
             * @default 1.5
             */
            cell_resistance_factor?: number;
            /**
             * Format: double
             * @description C rating, share down.
             * @default 0.4
             */
            c_rating_share?: number;
            /**
             * Format: double
             * @description Rolling resistance, factor up and down.
             * @default 1.5
             */
            rolling_resistance_factor?: number;
            /**
             * Format: double
             * @description Heat path, factor up and down.
             * @default 1.6
             */
            thermal_factor?: number;
            /**
             * Format: double
             * @description No-load current that nobody gave, factor up and down.
             * @default 2
             */
            no_load_factor?: number;
        };
        /** @description A build, and the figure of it that is turned. */
        StripRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /** @description JSON pointer to the figure. */
            pointer: string;
            /**
             * Format: double
             * @description Its least value, in the unit of the document.
             */
            from: number;
            /**
             * Format: double
             * @description Its largest value.
             */
            to: number;
            /**
             * @description Whether only whole numbers count.
             * @default false
             */
            whole?: boolean;
            /**
             * Format: uint
             * @description How many values, 2 to 200; 61 when left out.
             */
            count?: number | null;
            build: components["schemas"]["Build"];
        };
        /** @description A motor as far as it is known. */
        KnownRequest: {
            /** @description The members of its document that there are, `facts` among them. */
            motor: {
                [key: string]: unknown;
            };
            /**
             * Format: double
             * @description Diameter of the wheel it would sit in, m.
             * @default null
             */
            wheel_diameter_m?: number | null;
        };
        /** @description A text about a part. */
        LineRequest: {
            /** @description The text. */
            text: string;
            /**
             * @description What it is about; null where that is to be told from the text.
             * @default null
             */
            kind?: components["schemas"]["PartKind"] | null;
            /**
             * Format: double
             * @description Diameter of the wheel that a hub would sit in, m.
             * @default null
             */
            wheel_diameter_m?: number | null;
        };
        /** @description A build, and what of it stays. */
        ProposeRequest: {
            /**
             * Format: uint
             * @description Place of the option whose wheels and lead lengths stay.
             */
            option: number;
            /**
             * @description Whether what is in the drawer costs nothing, so that it comes first.
             * @default false
             */
            from_drawer?: boolean;
            build: components["schemas"]["Build"];
        };
        /** @description A stage of a build, and the teeth that can be had. */
        TeethRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /**
             * Format: uint
             * @description Place of the stage in the gearing.
             */
            stage: number;
            /** @description Teeth of the driver that can be had. */
            driver_teeth: number[];
            /** @description Teeth of the driven wheel that can be had. */
            driven_teeth: number[];
            build: components["schemas"]["Build"];
        };
        /** @description A drive of a build. */
        DriveRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            build: components["schemas"]["Build"];
        };
        /** @description A drive of a build, and numbers of turns to look at beside the usual ones. */
        ReadingRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /**
             * @description Numbers of turns.
             * @default []
             */
            turns?: number[];
            build: components["schemas"]["Build"];
        };
        /** @description A drive of a build, and the motor that would be put in. */
        SwapRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /** @description The motor, as in a build document. */
            motor: components["schemas"]["Motor"];
            build: components["schemas"]["Build"];
        };
        /** @description A build, and what to try in one of its options. */
        SearchRequest: {
            /** @description Id of the stored build. */
            build_id: string;
            /**
             * Format: uint
             * @description Place of the option it starts from.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /** @description Motors to try. */
            motors?: components["schemas"]["Pick"];
            /** @description Batteries to try. */
            batteries?: components["schemas"]["Pick"];
            /** @description Controllers to try. */
            controllers?: components["schemas"]["Pick"];
            /**
             * @description Numbers of motors to try; the present one when empty.
             * @default []
             */
            motor_count?: number[];
            /**
             * @description Teeth to try; the present ones when left out.
             * @default null
             */
            gearing?: components["schemas"]["SearchTeeth"] | null;
            /**
             * @description Wheel diameters to try, m; the present one when empty.
             * @default []
             */
            wheel_diameter_m?: number[];
            /** @description What the best one is best in. */
            rank_by: string;
            build: components["schemas"]["Build"];
        };
        /** @description Which parts of one kind are tried: by filter or picked; neither keeps the one in use. */
        Pick: {
            /** @description Parts of the shelf by filter; the kind is set. */
            filter?: components["schemas"]["PartSearch"] | null;
            /**
             * @description Parts of the shelf by id.
             * @default []
             */
            ids?: string[];
            /**
             * @description The one in use too.
             * @default false
             */
            own?: boolean;
        };
        /** @description Teeth to try at one stage. */
        SearchTeeth: {
            /**
             * Format: uint32
             * @description Place in the gearing, from 0.
             */
            stage: number;
            /** @description Teeth of the driver. */
            driver_teeth: number[];
            /** @description Teeth of the driven wheel. */
            driven_teeth: number[];
        };
        /** @description A build, and what to draw from. */
        OddsRequest: {
            /**
             * Format: uint
             * @description Place of the option; every option when left out.
             * @default null
             */
            option?: number | null;
            /**
             * @description Tolerances; the usual ones when left out.
             * @default {
             *       "kv_share": 0.08,
             *       "resistance_share": 0.15,
             *       "cell_resistance_factor": 1.5,
             *       "c_rating_share": 0.4,
             *       "rolling_resistance_factor": 1.5,
             *       "thermal_factor": 1.6,
             *       "no_load_factor": 2
             *     }
             */
            tolerances?: components["schemas"]["Tolerances"];
            /**
             * Format: uint32
             * @description Draws, 100 to 20 000; 2 000 when left out.
             * @default null
             */
            draws?: number | null;
            /**
             * Format: uint64
             * @description Seed of the draws; 1 when left out.
             * @default null
             */
            seed?: number | null;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and the option in question. */
        OptionRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            build: components["schemas"]["Build"];
        };
        /** @description A build, the option in question, and a table. */
        TableRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /** @description The table, CSV. */
            text: string;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and the option that is chosen. */
        DecideRequest: {
            /** @description Name of the option. */
            option: string;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and the drive in which the drawer is tried. */
        DrawerRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and parts of the shelf that go into an option. */
        DrawerOptionRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            /** @description Id of the motor. */
            motor: string;
            /** @description Id of the battery. */
            battery: string;
            /**
             * @description Id of the controller; a plain switch when left out.
             * @default null
             */
            controller?: string | null;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and what a new option is to be called. */
        BlankRequest: {
            /** @description Name of the option. */
            name: string;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and the option of another one that is taken over. */
        AdoptRequest: {
            /** @description Id of the other build. */
            from: string;
            /**
             * Format: uint
             * @description Place of the option in it.
             */
            option: number;
            /** @description Name of the new option. */
            name: string;
            build: components["schemas"]["Build"];
        };
        /** @description A build, and a measurement that goes into it. */
        ApplyRequest: {
            /** @description The readings. */
            measurement: components["schemas"]["Measurement"];
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the option.
             */
            drive: number;
            build: components["schemas"]["Build"];
        };
        /** @description A part to start from, and the sheets whose figures go into it. */
        PartRequest: {
            /** @description The part so far: at least which kind of part it is and what it is called. */
            part: {
                [key: string]: unknown;
            };
            /** @description Ids of the sheets, the later ones last. */
            sheets: string[];
        };
        /** @description The source, and what is put between it and each machine. */
        GeneratorsRequest: {
            /**
             * Format: double
             * @description Speed of the source, rpm.
             */
            source_rpm: number;
            /**
             * @description Turns of the shaft per turn of the source, by what was measured; 1 where none is given.
             * @default {}
             */
            speed_up?: {
                [key: string]: number;
            };
            /**
             * Format: double
             * @description Volts that are needed.
             * @default null
             */
            needed_v?: number | null;
        };
        Simulation: {
            /**
             * Option
             * @description The option that runs; the first when left out.
             */
            option?: string | null;
            /**
             * Drive
             * @description The drive that leads; the first when left out.
             */
            drive?: string | null;
            /**
             * Does
             * @description What it is asked to do.
             */
            mode: components["schemas"]["Mode"];
            /**
             * With it
             * @description Other drives on the same battery, each with its own task; those not named stand still.
             * @default []
             */
            others?: components["schemas"]["CoursePart"][];
            /**
             * Charge at the start
             * @description Share of the full charge.
             * @default 1
             */
            state_of_charge?: number;
            /**
             * Ends after
             * @description Ends it after this time.
             */
            until_s?: number | null;
            /**
             * A row every
             * @description Spacing of the series; fitted to the run when left out.
             */
            sample_s?: number | null;
            /**
             * Over and over
             * @description Until the battery is empty or something gives.
             * @default false
             */
            repeat?: boolean;
            /**
             * Cut back at the stop voltage
             * @description The controllers take less rather than pull the battery below its stop voltage.
             * @default false
             */
            stop_voltage_cutback?: boolean;
            /**
             * Let it burn on
             * @description A held speed goes on beyond the limit of the winding.
             * @default false
             */
            burn_on?: boolean;
            /**
             * Sensor cuts from
             * @description Kelvin below the limit of the class where a temperature sensor begins to cut the current back.
             * @default 20
             */
            sensor_from_k?: number;
            /**
             * Sensor cuts to nothing at
             * @description Kelvin below the limit where no current is left.
             * @default 0
             */
            sensor_to_k?: number;
            /**
             * Starts at
             * @description Temperature of every part at the start; that of the air when left out.
             */
            start_c?: number | null;
            /** @constant */
            format: "ypsidyne.simulation/1";
            build: components["schemas"]["Build"];
        };
        /** @description A table of points. */
        PointsTable: {
            /** @description The table: a line of heads, then a line a point. */
            text: string;
        };
        /** @description A course that is wanted over time or over the way. */
        OverRequest: {
            /** @description What a drive does. */
            profile: components["schemas"]["Profile"];
            /** @description Over what. */
            over: components["schemas"]["Over"];
        };
        Profile: {
            /**
             * Points
             * @description At least two, all over time or all over distance.
             */
            points: components["schemas"]["CoursePoint"][];
        };
        /** @description What a course goes over. */
        Over: "time" | "way";
        /** @description Points that are wanted as a table. */
        PointsRequest: {
            /** @description What a drive does. */
            profile: components["schemas"]["Profile"];
        };
        /** @description A run to keep. */
        KeepRequest: {
            /** @description What it is called. */
            title: string;
            /** @description The simulation document. */
            simulation: components["schemas"]["Simulation"];
        };
        /** @description Where an instrument listens. */
        TakeRequest: {
            /** @description Address and port, such as `127.0.0.1:5025`. */
            address: string;
            /**
             * @description Said by a person: this address beyond this machine is the instrument meant.
             * @default false
             */
            confirmed?: boolean;
        };
        /** @description What to read. */
        ReadRequest: {
            /** @description Quantities. */
            wanted: components["schemas"]["ReadingWanted"][];
        };
        /** @description What can be read. */
        ReadingWanted: "voltage" | "current" | "meter_voltage" | "rpm" | "resistance" | "temperature";
        /** @description How the supply is set. */
        SupplyRequest: {
            /**
             * Format: double
             * @description Voltage, V; needed to switch on.
             * @default null
             */
            voltage_v?: number | null;
            /**
             * Format: double
             * @description Current limit, A; needed to switch on.
             * @default null
             */
            limit_a?: number | null;
            /** @description Whether the output is on. */
            on: boolean;
        };
        /** @description A sweep over voltages. */
        Sweep: {
            /**
             * Format: double
             * @description First voltage, V.
             */
            from_v: number;
            /**
             * Format: double
             * @description Last voltage, V.
             */
            to_v: number;
            /**
             * Format: uint32
             * @description How many.
             */
            steps: number;
            /**
             * Format: double
             * @description Current limit of the supply, A.
             */
            limit_a: number;
            /**
             * Format: double
             * @description Time to settle at each, s.
             */
            settle_s: number;
        };
        /** @description How the simulated bench is set; what is left out stays. */
        SimulatedRequest: {
            /**
             * @description The shaft is clamped.
             * @default null
             */
            locked?: boolean | null;
            /**
             * @description The meter's leads are held together.
             * @default null
             */
            leads_shorted?: boolean | null;
            /**
             * Format: double
             * @description Turn the rotor by so many degrees.
             * @default null
             */
            turn_deg?: number | null;
            /**
             * @description Words of the name of a motor of the stock, put onto the bench.
             * @default null
             */
            motor?: string | null;
            /**
             * @description Name of a fault: brush, turn, magnet, sensor, slow, dead.
             * @default null
             */
            fault?: string | null;
            /**
             * @description Whether the fault is on.
             * @default null
             */
            fault_on?: boolean | null;
        };
        Log: {
            /**
             * Name
             * @description Whose log it is.
             */
            name?: string | null;
            /**
             * Option
             * @description The option that was built; the first when left out.
             */
            option?: string | null;
            /**
             * Drive
             * @description The drive that the rides are about; the first when left out.
             */
            drive?: string | null;
            /** @constant */
            format: "ypsidyne.log/1";
            build: components["schemas"]["Build"];
            entries: components["schemas"]["LogEntry"][];
        };
        /** @description A column, said by hand: what it is and in which unit; without a channel it is left out. */
        SaidColumn: {
            /** @description What it is; null leaves it out. */
            channel?: components["schemas"]["Channel"] | null;
            /**
             * @description Its unit; null for the one of the head, else the usual one.
             * @default null
             */
            unit?: string | null;
        };
        /** @description A ride to be kept. */
        RideRequest: {
            /** @description The table as text. */
            text: string;
            /**
             * @description Columns by their place, from 0, that are not what their heads say.
             * @default {}
             */
            said?: {
                [key: string]: components["schemas"]["SaidColumn"];
            };
            /** @description The entry but for its channels: when, title, charge at the start, air, payload. */
            ride: {
                [key: string]: unknown;
            };
        };
        /** @description Figures to be put in. */
        CorrectedRequest: {
            /**
             * Format: uint
             * @description Place of the option.
             */
            option: number;
            /**
             * Format: uint
             * @description Place of the drive in the job.
             */
            drive: number;
            /** @description The figures. */
            figures: components["schemas"]["CorrectedFigure"][];
            /** @description When and by what, such as `2026-11-21T14:02:00Z, Yard level`. */
            by: string;
            build: components["schemas"]["Build"];
        };
        /** @description A figure that a ride corrects. */
        CorrectedFigure: {
            /** @description Key of the figure. */
            name: string;
            /**
             * Format: double
             * @description Its value.
             */
            value: number;
        };
        /** @description A heat run in stages. */
        HeatRequest: {
            /** @description The entry as it stands: `ambient_c`, `option`, `drive`, `planned_min`, `stages`. */
            entry: components["schemas"]["LogEntry"];
            build: components["schemas"]["Build"];
        };
        /** @description A moment at which something broke. */
        MomentRequest: {
            /** @description Id of the build. */
            build_id: string;
            /** @description When, RFC 3339. */
            at: string;
            /** @description The part of the chain. */
            component?: string | null;
        };
        /** @description The passphrase. */
        Passphrase: {
            /** @description As typed. */
            passphrase: string;
            /**
             * @description Who comes, for the history of what is saved.
             * @default null
             */
            name?: string | null;
        };
    };
    responses: never;
    parameters: never;
    requestBodies: never;
    headers: never;
    pathItems: never;
}
export type $defs = Record<string, never>;
export interface operations {
    evaluate: {
        parameters: {
            query?: {
                units?: string;
                remedies?: boolean;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Evaluation"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    find: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Search"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Found"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    workbench: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workbench"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    typical: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Typical"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    templates: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Template"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    template: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Build"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    schema: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                what: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": unknown;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    openapi: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": unknown;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    candidates: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CandidatesRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Candidates"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    remedies: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RemediesRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Offer"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sums: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Sum"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    guesses: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GuessesRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["GuessEffect"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    schools: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Question"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sideBySide: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SideBySide"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    strip: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["StripRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["StripPoint"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    workedOut: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["KnownRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["WorkedOut"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    rewound: {
        parameters: {
            query?: {
                resistance_ohm?: number;
                was_rpm_per_v?: number;
                now_rpm_per_v?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": number;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    partLine: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LineRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LineReading"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    propose: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ProposeRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Proposals"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    toothGrid: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TeethRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ToothGrid"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    ratioNeeded: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TeethRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RatioNeeded"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    motorGuide: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DriveRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Guide"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    motorReading: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadingRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Reading"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    motorSwap: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SwapRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Swap"] | null;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    slowerWays: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DriveRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Slower"] | null;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sizeCode: {
        parameters: {
            query?: {
                units?: string;
                text?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SizeCode"] | null;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    builds: {
        parameters: {
            query?: {
                deleted?: boolean;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuildLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    createBuild: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    build: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Build"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    saveBuild: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    deleteBuild: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    restoreBuild: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    revisions: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RevisionLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    revision: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Build"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    backups: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Backups"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    exportArchive: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/zip": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    importArchive: {
        parameters: {
            query?: {
                conflicts?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["TakenIn"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    createPart: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ShelfPart"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    searchParts: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PartSearch"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["FoundParts"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    partFields: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                kind: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Field"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    part: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfPart"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    savePart: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ShelfPart"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    retirePart: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    restorePart: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    exportParts: {
        parameters: {
            query?: {
                format?: string;
                kind?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": unknown;
                    "text/csv": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    importParts: {
        parameters: {
            query?: {
                format?: string;
                kind?: string;
                mode?: string;
                columns?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Import"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    stockParts: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Import"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    beginSearch: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SearchRequest"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SearchLine"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    countSearch: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SearchRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Counted"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    searches: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SearchLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    search: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SearchResult"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    deleteSearch: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    searchEvents: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": components["schemas"]["SearchLine"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    stopSearch: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    searchOption: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
                number: number;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OptionSheet"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    odds: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OddsRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Odds"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    partsList: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OptionRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PartsList"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    partsTable: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OptionRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    readPartsTable: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TableRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReadList"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    decide: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DecideRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Decided"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    drawer: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DrawerRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["DrawerMap"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    drawerOption: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["DrawerOptionRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OptionSheet"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    blankOption: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["BlankRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OptionSheet"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    adoptOption: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["AdoptRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OptionSheet"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    measure: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Measurement"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Measured"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    applyMeasurement: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ApplyRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Applied"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    measuredPart: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PartRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ShelfPart"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    packs: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PacksOfBuild"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    compareGenerators: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["GeneratorsRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ComparedGenerators"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sheets: {
        parameters: {
            query?: {
                build?: string;
                part?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SheetLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    createSheet: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Measurement"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sheet: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Measurement"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    saveSheet: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Measurement"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    deleteSheet: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    knownOfSheet: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KnownOfIt"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    restoreSheet: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    simulate: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Simulation"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Simulated"];
                    "text/csv": string;
                    "text/event-stream": unknown;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    stopRun: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    courses: {
        parameters: {
            query?: {
                option?: number;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Course"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    readPoints: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PointsTable"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["ReadPoints"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    courseOver: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["OverRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["CoursePoint"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    pointsTable: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["PointsRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    running: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Running"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    runs: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RunLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    keepRun: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["KeepRequest"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RunLine"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    keptRun: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Simulated"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    deleteRun: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    workshop: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Build"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Workshop"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    buildSheet: {
        parameters: {
            query?: {
                units?: string;
                option?: number;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/html": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    instruments: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InUse"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    useInstrument: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                role: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TakeRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["InUse"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    leaveInstrument: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                role: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    readInstruments: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["ReadRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Readings"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    supply: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SupplyReply"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    setSupply: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SupplyRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SupplyReply"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    supplyEvents: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": components["schemas"]["SupplyReply"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sweep: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SweepProgress"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    beginSweep: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Sweep"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SweepProgress"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    sweepEvents: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/event-stream": components["schemas"]["SweepProgress"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    stopBench: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    setSimulated: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["SimulatedRequest"];
            };
        };
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    compareLog: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Log"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Compared"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    buildLog: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["BuildLog"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    wholeLog: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogLine"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    partStories: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["PartStory"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    writeEntry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LogEntry"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    logEntry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LogEntry"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    saveEntry: {
        parameters: {
            query?: never;
            header: {
                "If-Match": string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["LogEntry"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    deleteEntry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    restoreEntry: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    lookAtTable: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["TableRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["LookedAt"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    keepRide: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["RideRequest"];
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    ETag: string;
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Saved"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    rideLines: {
        parameters: {
            query?: {
                from_s?: number;
                to_s?: number;
                points?: number;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["DrawnChannel"][];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    comparedRide: {
        parameters: {
            query?: {
                units?: string;
                figures?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["RideAgainst"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    rideTable: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "text/csv": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    correctedBuild: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["CorrectedRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Corrected"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    heatStages: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["HeatRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["HeatStages"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    atThatMoment: {
        parameters: {
            query?: {
                units?: string;
            };
            header?: {
                "x-reader-units"?: string;
            };
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["MomentRequest"];
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["AtThatMoment"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    exportLog: {
        parameters: {
            query?: {
                format?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": unknown;
                    "text/csv": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    importLog: {
        parameters: {
            query?: {
                format?: string;
            };
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
            };
        };
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["Imported"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    keepPicture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/octet-stream": string;
            };
        };
        responses: {
            /** @description Done. */
            201: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["KeptPicture"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    picture: {
        parameters: {
            query?: never;
            header?: never;
            path: {
                id: string;
            };
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "image/*": string;
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    phone: {
        parameters: {
            query?: {
                path?: string;
            };
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["OnThePhone"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    session: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            200: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/json": components["schemas"]["SessionState"];
                };
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    openSession: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody: {
            content: {
                "application/json": components["schemas"]["Passphrase"];
            };
        };
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
    health: {
        parameters: {
            query?: never;
            header?: never;
            path?: never;
            cookie?: never;
        };
        requestBody?: never;
        responses: {
            /** @description Done. */
            204: {
                headers: {
                    [name: string]: unknown;
                };
                content?: never;
            };
            /** @description A problem document (RFC 9457). */
            default: {
                headers: {
                    [name: string]: unknown;
                };
                content: {
                    "application/problem+json": components["schemas"]["ProblemDocument"];
                };
            };
        };
    };
}
