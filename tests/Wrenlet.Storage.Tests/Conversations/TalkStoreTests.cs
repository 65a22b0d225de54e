using NodaTime;
using Wrenlet.Core.Conversations;
using Wrenlet.Core.Conversations.Meetings;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Finding;

namespace Wrenlet.Storage.Tests.Conversations;

/// <summary>Drafts, what is filed, files, meetings and finding.</summary>
public sealed class TalkStoreTests : Shelf
{
    [Fact]
    public void A_persons_draft_is_one_for_each_conversation_and_goes_when_it_is_empty()
    {
        DraftStore.Keep(S, Ines, Talk.Key, "{\"a\":1}", Now);
        DraftStore.Keep(S, Ines, Talk.Key, "{\"a\":2}", Now + Duration.FromMinutes(1));
        DraftStore
            .Of(S, Ines)
            .ShouldBe([new StoredDraft(Inside, "J-1", "Quillfish: refit", "{\"a\":2}", Now + Duration.FromMinutes(1))]);
        DraftStore.Of(S, Odalys).ShouldBeEmpty();
        DraftStore.Keep(S, Ines, Talk.Key, null, Now);
        DraftStore.Of(S, Ines).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_filed_can_be_filed_otherwise_and_taken_out()
    {
        var (one, other) = (Say("Bolts are wasted"), Say("She agrees"));
        FilingStore.Put(S, one, new Filing(FilingKind.Advice, 30, true, Ines), Now);
        FilingStore.Put(S, other, new Filing(FilingKind.Decision, 0, false, Odalys), Now);
        FilingStore.Put(S, one, new Filing(FilingKind.Visit, 45, false, Odalys), Now);
        FilingStore.KeysOf(S, Refit).ShouldBe([one, other]);
        FilingStore.Of(S, [one, other])[one].ShouldBe(new Filing(FilingKind.Visit, 45, false, Odalys));
        FilingStore.Put(S, one, null, Now);
        FilingStore.KeysOf(S, Refit).ShouldBe([other]);
        EntryStore.FindByKey(S, one)!.Filed.ShouldBeFalse();
    }

    [Fact]
    public void A_file_knows_where_it_was_said_with_its_caption_in_its_order()
    {
        var entry = Say("Two pictures");
        var (bow, stern) = (File("bow.svg"), File("stern.svg"));
        FileStore.Attach(S, entry, [new(stern, "from aft"), new(bow)]);
        FileStore
            .Of(S, entry)
            .Select(f => (f.Name, f.Caption))
            .ShouldBe([("stern.svg", "from aft"), ("bow.svg", null)]);
        FileStore.Places(S, bow).ShouldBe([(Inside, EntryKind.Note, false)]);
        FileStore.Places(S, File("unused.svg")).ShouldBeEmpty();
        SearchStore.Files(S, SearchStore.Match("ster")!, 9).ShouldBe([("stern.svg", entry)]);
        SearchStore.Files(S, SearchStore.Match("svg bow")!, 9).ShouldBe([("bow.svg", entry)]);
    }

    [Fact]
    public void An_entry_that_is_sent_twice_is_one()
    {
        var entry = new Entry(
            0,
            new EntryId(Guid.CreateVersion7()),
            Inside,
            EntryKind.Note,
            null,
            Ines,
            null,
            Now,
            "once",
            true,
            "<p>once</p>"
        );
        EntryStore.Add(S, Talk, entry, "once", []).ShouldNotBeNull();
        EntryStore.Add(S, Talk, entry, "once", []).ShouldBeNull();
    }

    [Theory]
    [InlineData("keel bolts", "\"keel\" \"bolts\"*")]
    [InlineData("bolts'); DROP", "\"bolts\" \"DROP\"*")]
    [InlineData("re-bed the chainplates", "\"re bed\" \"the\" \"chainplates\"*")]
    [InlineData("J-1042", "\"J 1042\"*")]
    [InlineData("don't", "\"don t\"*")]
    [InlineData("  ", null)]
    [InlineData("\"*\"", null)]
    public void What_is_typed_becomes_a_query_of_words_and_nothing_else(string typed, string? match) =>
        SearchStore.Match(typed).ShouldBe(match);

    [Fact]
    public void A_meeting_keeps_who_comes_and_a_meeting_that_was_declined_keeps_nobody_busy()
    {
        var entry = Say("Which primer");
        var meeting = new Meeting(
            "Which primer",
            Now + Duration.FromHours(2),
            Now + Duration.FromHours(3),
            "Shed",
            false,
            Odalys,
            0,
            false,
            [new(Odalys, Attendance.Coming, Now), new(Ines)]
        );
        var id = new MeetingId(Guid.CreateVersion7());
        MeetingStore.Add(S, id, entry, meeting, Now);
        var kept = MeetingStore.Find(S, id)!;
        kept.Meeting.Invitees.Select(i => i.Answer).ShouldBe([Attendance.Coming, Attendance.Unanswered]);
        EntryStore.FindByKey(S, entry)!.Meets.ShouldBeTrue();
        MeetingStore
            .Busy(S, [Odalys, Ines], Now, Now + Duration.FromDays(1))
            .Select(b => b.Key)
            .ShouldBe([Odalys, Ines], ignoreOrder: true);
        MeetingStore.Set(S, kept, kept.Meeting.Answered(new Invitee(Ines, Attendance.NotComing, Now, "At the lift")));
        MeetingStore.Busy(S, [Odalys, Ines], Now, Now + Duration.FromDays(1)).Select(b => b.Key).ShouldBe([Odalys]);
        MeetingStore
            .Of(S, Ines, Now, Now + Duration.FromDays(1))
            .Single()
            .Meeting.Invitees[1]
            .Words.ShouldBe("At the lift");
        MeetingStore.Soon(S, Now, Now + Duration.FromHours(4)).Count.ShouldBe(1);
        MeetingStore.Reminded(S, kept);
        MeetingStore.Soon(S, Now, Now + Duration.FromHours(4)).ShouldBeEmpty();
        MeetingStore.Set(S, kept, kept.Meeting.Moved(Now + Duration.FromHours(3), Now + Duration.FromHours(4)));
        MeetingStore.Soon(S, Now, Now + Duration.FromHours(4)).Count.ShouldBe(1, "moved, its people are reminded anew");
        MeetingStore.Set(S, MeetingStore.Find(S, id)!, MeetingStore.Find(S, id)!.Meeting.Off());
        MeetingStore.Of(S, Odalys, Now, Now + Duration.FromDays(1)).ShouldBeEmpty();
        MeetingStore.OfDocket(S, Refit, 9).Single().Meeting.CalledOff.ShouldBeTrue();
    }

    [Fact]
    public void What_is_said_in_a_meeting_stands_where_its_invitation_does()
    {
        var entry = Say("Which primer");
        var id = new MeetingId(Guid.CreateVersion7());
        MeetingStore.Add(
            S,
            id,
            entry,
            new Meeting(
                "Which primer",
                Now,
                Now + Duration.FromHours(1),
                "Shed",
                false,
                Odalys,
                0,
                false,
                [new(Odalys)]
            ),
            Now
        );
        var kept = MeetingStore.Find(S, id)!;
        ConversationStore.OfMeeting(S, kept.Key).ShouldBeNull();
        ConversationStore.AddOfMeeting(S, new ConversationId(Guid.CreateVersion7()), kept.Key, "Which primer");
        var talk = ConversationStore.OfMeeting(S, kept.Key)!;
        (talk.Audience, talk.Docket!.Id, talk.Place).ShouldBe((Audience.Meeting, Refit, Talk.Place));
    }
}
