import { Pipe, type PipeTransform } from '@angular/core';
import { FINDING_GRADE_WORDS, type FindingGrade } from '@juxtameter/core';

/** How far a finding is shown, as it is said. */
@Pipe({ name: 'gradeWords' })
export class GradeWords implements PipeTransform {
  transform(grade: FindingGrade): string {
    return FINDING_GRADE_WORDS[grade];
  }
}
