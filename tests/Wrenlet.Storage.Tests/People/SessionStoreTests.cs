using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Tests.People;

public sealed class SessionStoreTests : Shelf
{
    private static readonly Instant Ends = Now + Duration.FromDays(14);
    private static readonly byte[] Token = [1, 1, 1];
    private static readonly byte[] Other = [2, 2, 2];

    [Fact]
    public void Who_signs_in_is_known_by_their_address_in_any_case()
    {
        SessionStore.Credentials(S, "ODALYS@quay.example").ShouldBe((Odalys, "a hash"));
        SessionStore.Credentials(S, "ines@quay.example").ShouldBe((Ines, null));
        SessionStore.Credentials(S, "nobody@quay.example").ShouldBeNull();
    }

    [Fact]
    public void A_session_is_found_until_it_is_ended()
    {
        SessionStore.Start(S, Token, new SignedIn(Odalys, "guard", Ends), Now);
        SessionStore.Find(S, Token).ShouldBe(new SignedIn(Odalys, "guard", Ends));
        SessionStore.Find(S, Other).ShouldBeNull();
        SessionStore.End(S, Token);
        SessionStore.Find(S, Token).ShouldBeNull();
    }

    [Fact]
    public void All_of_a_person_are_ended_and_nobody_elses()
    {
        SessionStore.Start(S, Token, new SignedIn(Odalys, "g", Ends), Now);
        SessionStore.Start(S, Other, new SignedIn(Ines, "g", Ends), Now);
        SessionStore.EndAll(S, Odalys);
        SessionStore.Find(S, Token).ShouldBeNull();
        SessionStore.Find(S, Other).ShouldNotBeNull();
    }

    [Fact]
    public void What_has_run_out_is_cleared_away()
    {
        SessionStore.Start(S, Token, new SignedIn(Odalys, "g", Now), Now);
        SessionStore.Start(S, Other, new SignedIn(Odalys, "g", Ends), Now);
        SessionStore.EndExpired(S, Now + Duration.FromSeconds(1));
        SessionStore.Find(S, Token).ShouldBeNull();
        SessionStore.Find(S, Other).ShouldNotBeNull();
    }

    [Fact]
    public void Several_links_of_a_contact_work_until_each_is_ended_with_the_sessions_that_came_of_it()
    {
        var (one, two) = (
            PartyLink.For(Benedikta, Odalys, LinkWay.Copied, Now, 30),
            PartyLink.For(Benedikta, null, LinkWay.InMail, Now, 30)
        );
        LinkStore.Add(S, one, Token);
        LinkStore.Add(S, two, Other);
        LinkStore.Add(S, two, Other);
        LinkStore.ByToken(S, Token).ShouldBe(one);
        LinkStore.ByToken(S, Other).ShouldBe(two);
        SessionStore.Start(S, [7], new SignedIn(Benedikta, "g", Ends, one.Id), Now);
        SessionStore.Start(S, [8], new SignedIn(Benedikta, "g", Ends, two.Id), Now);
        LinkStore.End(S, one.Id, Now).ShouldHaveSingleItem().ShouldBe([7]);
        SessionStore.Find(S, [7]).ShouldBeNull();
        SessionStore.Find(S, [8])!.Link.ShouldBe(two.Id);
        LinkStore.Of(S, Benedikta, 10).ShouldHaveSingleItem().Ended.ShouldBe(Now);
        LinkStore.Used(S, two.Id, Now);
        LinkStore.Of(S, Benedikta, 10).Count.ShouldBe(2);
        LinkStore.EndAll(S, Benedikta, Now);
        LinkStore.ByToken(S, Other)!.WorksAt(Now).ShouldBeFalse();
    }

    [Fact]
    public void What_was_done_with_the_house_is_told_newest_first()
    {
        var later = Now + Duration.FromHours(1);
        LogStore.Add(S, Now, Odalys, LogKind.SigningIn, "signed in", "");
        LogStore.Add(S, later, null, LogKind.Refused, "wrong password", "Ines Kowal");
        string[] Found(LogWanted wanted, long? before = null) =>
            [.. LogStore.Read(S, wanted, before, 10).Where(l => l.At >= Now).Select(l => l.What)];

        Found(new()).ShouldBe(["wrong password", "signed in"]);
        Found(new(By: Odalys)).ShouldBe(["signed in"]);
        Found(new(Kind: LogKind.Refused)).ShouldBe(["wrong password"]);
        Found(new(Words: " KOWAL ")).ShouldBe(["wrong password"]);
        Found(new(Since: later)).ShouldBe(["wrong password"]);
        Found(new(Until: later)).ShouldBe(["signed in"]);
        var newest = LogStore.Read(S, new(), null, 1).ShouldHaveSingleItem();
        newest.ShouldBe(new(newest.Id, later, null, LogKind.Refused, "wrong password", "Ines Kowal", null));
        Found(new(), newest.Id).ShouldBe(["signed in"]);

        LogStore.HasBefore(S, later).ShouldBeTrue();
        LogStore.RemoveBefore(S, later).ShouldBeGreaterThan(0);
        LogStore.HasBefore(S, later).ShouldBeFalse();
        LogStore.Read(S, new(), null, 10).ShouldHaveSingleItem();
    }

    [Fact]
    public void Leave_is_kept_by_its_first_day_and_what_is_over_is_left_out()
    {
        var april = new Leave(Ines, new LocalDate(2026, 4, 20), new LocalDate(2026, 4, 24), null, "");
        LeaveStore.Put(S, april);
        LeaveStore.Put(S, april with { Last = new LocalDate(2026, 4, 25) });
        LeaveStore.From(S, new LocalDate(2026, 4, 25)).ShouldHaveSingleItem().Last.ShouldBe(new LocalDate(2026, 4, 25));
        LeaveStore.From(S, new LocalDate(2026, 4, 26)).ShouldBeEmpty();
        LeaveStore.Remove(S, Ines, april.First).ShouldBeTrue();
        LeaveStore.Remove(S, Ines, april.First).ShouldBeFalse();
    }
}
