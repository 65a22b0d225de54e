// @vitest-environment jsdom
import { describe, expect, test } from 'vitest';
import { type MeetingDraft, asMeeting, blankMeeting, meetingDrafts, missing, setMeetingDraft } from './meeting';

const whole: MeetingDraft = {
  title: ' Berth plan ',
  with: ['ines', 'benedikta'],
  minutes: 45,
  from: '2026-04-15T09:00:00Z',
  where: ' Office ',
  call: false,
};

describe('a meeting that is about to be set', () => {
  test('says what is still missing, in the order of the form', () => {
    expect(missing(blankMeeting)).toBe('a title, who takes part, a time');
    expect(missing({ ...blankMeeting, call: false })).toBe('a title, who takes part, a time, a place or a call');
    expect(missing({ ...whole, title: '  ' })).toBe('a title');
    expect(missing({ ...whole, where: ' ' })).toBe('a place or a call');
    expect(missing(whole)).toBe('');
  });

  test('goes to the server once nothing is missing, without blanks', () => {
    expect(asMeeting(whole, 'id')).toEqual({ ...whole, id: 'id', title: 'Berth plan', where: 'Office' });
    expect(asMeeting({ ...whole, where: ' ', call: true }, 'id')!.where).toBeNull();
    expect(asMeeting({ ...whole, from: null }, 'id')).toBeNull();
    expect(asMeeting({ ...whole, with: [] }, 'id')).toBeNull();
  });

  test('is one for each conversation until it is dropped', () => {
    setMeetingDraft('a', whole);
    setMeetingDraft('b', blankMeeting);
    setMeetingDraft('a', null);
    expect(Object.keys(meetingDrafts.get())).toEqual(['b']);
  });
});
