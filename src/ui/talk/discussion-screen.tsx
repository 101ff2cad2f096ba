'use client';

import type { DiscussionScreenView } from '@/server/reading/talk/discussion';
import { DocumentView } from '@/ui/common/document-view';
import { PlaceLink } from '@/ui/common/place-link';
import { WeaveBand } from '@/ui/common/sail';
import { useTimes } from '@/ui/common/times';
import { Discussion } from './discussion';
import classes from './talk.module.css';

/** A whole discussion, for its teacher. */
export function DiscussionScreen({ view, zone, now }: { view: DiscussionScreenView; zone: string; now: number }) {
  const times = useTimes(zone);
  return (
    <main id="main">
      <WeaveBand weave={view.class.weave} />
      <div className={classes.wide}>
        <p className={classes.about}>
          <PlaceLink to={{ at: 'marking', assignment: view.assignment.id }}>
            <bdi>{view.assignment.title}</bdi>
          </PlaceLink>
        </p>
        <h1>
          <bdi>{view.title}</bdi>
        </h1>
        {view.instructions ? <DocumentView document={view.instructions} lang={view.class.locale} /> : null}
        <Discussion
          step={view.step}
          lang={view.class.locale}
          postsDue={view.postsDue}
          times={times}
          now={now}
          said={() => {}}
        />
      </div>
    </main>
  );
}
