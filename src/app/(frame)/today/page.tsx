import type { Metadata } from 'next';
import { after } from 'next/server';
import { getTranslations } from 'next-intl/server';
import { measureWork } from '@/server/doing/planning/measuring';
import { enter } from '@/server/http/page';
import { officeToday } from '@/server/reading/office/year';
import { studentToday, teacherToday } from '@/server/reading/today/today';
import { Words } from '@/ui/common/words';
import { OfficeToday } from '@/ui/office/office-today';
import { StudentToday } from '@/ui/today/student-today';
import { TeacherToday } from '@/ui/today/teacher-today';

export async function generateMetadata(): Promise<Metadata> {
  return { title: (await getTranslations('frame'))('today') };
}

export default async function TodayPage({ searchParams }: { searchParams: Promise<Record<string, unknown>> }) {
  const { db, person, school, now } = await enter('PAGE /today');
  const { open } = await searchParams;
  const unfolded = typeof open === 'string' ? open : '';
  if (person.role === 'office') {
    return <OfficeToday view={await officeToday(db, now)} zone={school.zone} now={now} />;
  }
  if (person.role === 'teacher') {
    const { items, drafts, classes, notices, questions } = await teacherToday(db, person, now);
    return (
      <Words of="(frame)/today:teacher">
        <TeacherToday
          items={items}
          drafts={drafts}
          notices={notices}
          questions={questions}
          classes={classes}
          whole={unfolded === 'to-mark'}
          help={school.help}
          zone={school.zone}
          now={now}
        />
      </Words>
    );
  }
  const today = await studentToday(db, person, school.zone, now);
  const { toMeasure } = today;
  if (toMeasure !== null) after(() => measureWork(db, person, toMeasure));
  return (
    <Words of="(frame)/today">
      <StudentToday today={today} unfolded={unfolded} help={school.help} zone={school.zone} now={now} />
    </Words>
  );
}
