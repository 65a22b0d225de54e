using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Dockets;
using Wrenlet.Core.People;
using Wrenlet.Core.Tasks;

namespace Wrenlet.Core.Tests.Tasks;

/// <summary>The task of a promised call.</summary>
public class CallBackTests
{
    private static readonly TaskSource Note = new(
        new EntryId(Guid.CreateVersion7()),
        12,
        new ConversationId(Guid.CreateVersion7())
    );

    private static readonly Instant Promised = Yard.At("2026-04-14T15:00");

    private static WorkTask Task(string? number = "912 345 678", PersonId? whom = null, TaskSource? note = null) =>
        CallBack.Task(
            "Benedikta Thorne",
            number,
            Some.WholeDocket(DocketSight.Only([Some.Odalys, Some.Ines], [])),
            note ?? Note,
            Some.Odalys,
            whom,
            Promised,
            Some.Now
        );

    [Fact]
    public void It_says_whom_to_call_by_when_and_is_of_high_priority()
    {
        var task = Task();
        task.Title.ShouldBe("Call Benedikta Thorne back on 912 345 678");
        (task.Priority, task.Due, task.Made).ShouldBe((Priority.High, Promised, Some.Now));
        task.Estimate.ShouldBe(CallBack.Usual);
        task.Source.ShouldBe(Note);
        task.Place.ShouldBeOfType<Place.Inside>().Docket.Limited.ShouldBeTrue();
    }

    [Fact]
    public void Without_a_number_the_title_names_none() =>
        Task(number: null).Title.ShouldBe("Call Benedikta Thorne back");

    [Fact]
    public void It_is_theirs_whom_the_call_was_for_else_theirs_who_took_it()
    {
        Task(whom: Some.Ines).Owners.ShouldHaveSingleItem().Owner.ShouldBe(Some.Of(Some.Ines));
        Task().Owners.ShouldHaveSingleItem().Owner.ShouldBe(Some.Of(Some.Odalys));
    }

    [Fact]
    public void A_note_that_is_sent_twice_is_one_task_and_another_note_another()
    {
        Task().Id.ShouldBe(Task().Id);
        Task().Id.Value.ShouldNotBe(Note.Entry.Value);
        Task(note: Note with { Entry = new EntryId(Guid.CreateVersion7()) }).Id.ShouldNotBe(Task().Id);
    }
}
