using NodaTime;
using Wrenlet.Core.Calendars;
using Wrenlet.Core.People;
using Wrenlet.Storage.People;

namespace Wrenlet.Storage.Tests.People;

/// <summary>Who works here, when, and how they sign in.</summary>
public sealed class PeopleStoreTests : Shelf
{
    private Roster Roster => PeopleStore.Load(S);

    [Fact]
    public void A_colleague_is_set_with_crews_hours_address_and_password()
    {
        PeopleStore.SetCalendar(
            S,
            "Pontoon",
            WorkWeek.Days(
                IsoDayOfWeek.Monday,
                IsoDayOfWeek.Saturday,
                new Shift(new LocalTime(9, 0), new LocalTime(13, 0))
            )
        );
        PeopleStore.SetStaff(
            S,
            new Person(Ines, "Ines Kowal-Reis", Role.Manager, null, []),
            "Runs the hull shed",
            "Pontoon"
        );
        PeopleStore.SetAddress(S, Ines, "ines.reis@quay.example");
        var profile = Roster.Profiles[Ines];
        (
            profile.Person.Name,
            profile.Person.Role,
            profile.Person.Crews.Length,
            profile.Purpose,
            profile.CalendarName,
            profile.Address
        ).ShouldBe(("Ines Kowal-Reis", Role.Manager, 0, "Runs the hull shed", "Pontoon", "ines.reis@quay.example"));
        Roster.Crews[Hull].Members.ShouldBeEmpty();
        SessionStore.Credentials(S, "INES.REIS@quay.example").ShouldBe((Ines, null));
        PeopleStore.SetPassword(S, Ines, "another hash");
        SessionStore.Credentials(S, "ines.reis@quay.example")!.Value.PasswordHash.ShouldBe("another hash");
    }

    [Fact]
    public void Two_people_do_not_share_an_address_and_two_crews_no_name()
    {
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() =>
            PeopleStore.SetAddress(S, Ines, "Odalys@quay.example")
        );
        Should.Throw<Microsoft.Data.Sqlite.SqliteException>(() =>
            PeopleStore.AddCrew(S, new CrewId(Guid.CreateVersion7()), "HULL")
        );
        PeopleStore.SetCrew(S, Hull, "hulls", retired: false);
        Roster.Crews[Hull].Name.ShouldBe("hulls");
    }

    [Fact]
    public void A_contact_does_not_sign_in_with_a_password()
    {
        PeopleStore.SetPassword(S, Benedikta, "a hash");
        SessionStore.Credentials(S, "benedikta@post.example").ShouldBeNull();
    }

    [Fact]
    public void Who_has_left_keeps_their_name_and_is_in_no_crew_and_comes_back_with_role_and_crews()
    {
        var before = Roster.Find(Ines)!;
        PeopleStore.SetPassword(S, Ines, "a hash");
        PeopleStore.SetLeft(S, Ines, Now);
        var gone = Roster;
        gone.NameOf(Ines).ShouldBe(before.Name);
        gone.Find(Ines)!.IsStaff.ShouldBeFalse();
        gone.Staff.ShouldNotContain(p => p.Id == Ines);
        gone.Crews.Values.ShouldAllBe(c => !c.Members.Contains(Ines));
        gone.Former.ShouldHaveSingleItem().RoleBefore.ShouldBe(before.Role);
        gone.ByAddress(gone.Profiles[Ines].Address!).ShouldBeNull();
        SessionStore.Credentials(S, gone.Profiles[Ines].Address!).ShouldBeNull();
        PeopleStore.SetLeft(S, Ines, null);
        Roster.Find(Ines)!.Role.ShouldBe(before.Role);
        Roster.Find(Ines)!.Crews.ShouldBe(before.Crews);
    }

    [Fact]
    public void A_role_is_kept_with_its_rights_and_renamed_in_place()
    {
        var role = new Role(new RoleId(Guid.CreateVersion7()), "front desk", [Right.SendOutside, Right.SeeReports]);
        RoleStore.Put(S, role);
        Roster.RoleNamed("FRONT desk").ShouldBe(role);
        RoleStore.Put(S, role with { Name = "reception", Rights = [Right.SeeLog] });
        Roster.Roles.Single(r => r.Id == role.Id).ShouldBe(role with { Name = "reception", Rights = [Right.SeeLog] });
    }

    [Fact]
    public void The_roles_that_a_database_begins_with_are_those_of_the_core() =>
        RoleStore.All(S).ShouldBe(Role.Starting);

    [Fact]
    public void Sessions_end_one_by_one_all_at_once_and_by_themselves()
    {
        void Begin(byte token, Duration length) =>
            SessionStore.Start(S, [token], new SignedIn(Ines, "guard", Now + length), Now);
        Begin(1, Duration.FromHours(1));
        Begin(2, Duration.FromHours(3));
        Begin(3, Duration.FromHours(3));
        SessionStore.End(S, [3]);
        SessionStore.EndExpired(S, Now + Duration.FromHours(2));
        new byte[] { 1, 2, 3 }
            .Where(t => SessionStore.Find(S, [t]) is not null)
            .ShouldBe([2]);
        SessionStore.EndAll(S, Ines);
        SessionStore.Find(S, [2]).ShouldBeNull();
    }

    [Fact]
    public void Leave_is_kept_by_its_first_day_and_what_is_over_is_left_out()
    {
        var (first, last) = (new LocalDate(2026, 4, 20), new LocalDate(2026, 4, 24));
        LeaveStore.Put(S, new Leave(Ines, first, last, Odalys, "sailing"));
        LeaveStore.Put(S, new Leave(Ines, first, last.PlusDays(1), null, "sailing on"));
        LeaveStore
            .From(S, new LocalDate(2026, 4, 25))
            .ShouldBe([new Leave(Ines, first, last.PlusDays(1), null, "sailing on")]);
        LeaveStore.From(S, new LocalDate(2026, 4, 26)).ShouldBeEmpty();
        (LeaveStore.Remove(S, Ines, first), LeaveStore.Remove(S, Ines, first)).ShouldBe((true, false));
    }

    [Fact]
    public void Holidays_and_hours_hold_for_every_calendar()
    {
        PeopleStore.AddHoliday(S, new LocalDate(2026, 5, 1), "May Day");
        PeopleStore.AddHoliday(S, new LocalDate(2026, 5, 1), "May Day");
        PeopleStore.Holidays(S).ShouldBe([(new LocalDate(2026, 5, 1), "May Day")]);
        Roster.Firm!.Calendar.IsWorkingDay(new LocalDate(2026, 5, 1)).ShouldBeFalse();
        PeopleStore.RemoveHoliday(S, new LocalDate(2026, 5, 1));
        Roster.Firm!.Calendar.IsWorkingDay(new LocalDate(2026, 5, 1)).ShouldBeTrue();
    }
}
