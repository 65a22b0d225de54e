using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.Tasks;
using Wrenlet.Core.Tasks.Words.Learning;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Tasks;

namespace Wrenlet.Storage.Tests.Tasks;

/// <summary>What people teach the reader of messages.</summary>
public sealed class ReadingLessonStoreTests : TaskShelf
{
    private static ReadingLesson Lesson(EntryId entry, string title, bool turnedDown = false) =>
        new(
            Guid.CreateVersion7(),
            entry,
            Ines,
            Now,
            turnedDown,
            new(
                title,
                [new TaskOwner.OfPerson(Ines), new TaskOwner.OfCrew(Hull)],
                Now,
                null,
                Priority.High,
                "FREQ=WEEKLY"
            ),
            "Fit",
            turnedDown ? [] : ["title", "owners"]
        );

    private Entry Entry(string words)
    {
        var key = Say(words);
        return EntryStore.Find(
            S,
            S.First("SELECT uid FROM entry WHERE id = $id", r => new EntryId(r.GetUid(0)), ("id", key))
        )!;
    }

    [Fact]
    public void Lessons_come_as_they_were_given_in_the_order_of_time()
    {
        var entry = Entry("Fit the pump");
        var (first, second) = (Lesson(entry.Id, "Fit the pump"), Lesson(entry.Id, "Fit", turnedDown: true));
        ReadingLessonStore.Add(S, first).ShouldBeTrue();
        ReadingLessonStore.Add(S, first).ShouldBeFalse();
        ReadingLessonStore.Add(S, second).ShouldBeTrue();
        var found = ReadingLessonStore.Newest(S, 10);
        found.Select(l => l.Id).ShouldBe([first.Id, second.Id]);
        found[0].Task.Owners.ShouldBe(first.Task.Owners);
        (found[0].Task with { Owners = first.Task.Owners }).ShouldBe(first.Task);
        found[0].Differs.ShouldBe(["title", "owners"]);
        (found[1].TurnedDown, found[1].By, found[1].At, found[1].Read).ShouldBe((true, Ines, Now, "Fit"));
        ReadingLessonStore.Newest(S, 1).ShouldHaveSingleItem().Id.ShouldBe(second.Id);
        ReadingLessonStore.TurnedDown(S, entry.Id, "Fit").ShouldNotBeNull().Id.ShouldBe(second.Id);
        ReadingLessonStore.TurnedDown(S, entry.Id, "Fit the pump").ShouldBeNull();
    }

    [Fact]
    public void Lessons_are_forgotten_one_by_one_by_entry_and_all()
    {
        var (one, other) = (Entry("Fit the pump"), Entry("Fit the lamp"));
        var lesson = Lesson(one.Id, "Fit the pump");
        foreach (var l in new[] { lesson, Lesson(one.Id, "Pump"), Lesson(other.Id, "Lamp") })
            ReadingLessonStore.Add(S, l);
        ReadingLessonStore.Remove(S, lesson.Id).ShouldBeTrue();
        ReadingLessonStore.Remove(S, lesson.Id).ShouldBeFalse();
        ReadingLessonStore.Forget(S, one.Key).ShouldBe(1);
        ReadingLessonStore.Newest(S, 10).ShouldHaveSingleItem().Entry.ShouldBe(other.Id);
        ReadingLessonStore.RemoveAll(S).ShouldBe(1);
        ReadingLessonStore.Newest(S, 10).ShouldBeEmpty();
    }
}
