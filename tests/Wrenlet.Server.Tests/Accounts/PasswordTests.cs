using System.Net;
using Microsoft.Extensions.DependencyInjection;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.People;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Tests.Accounts;

/// <summary>Passwords, and what ends with them.</summary>
public class PasswordTests
{
    [Fact]
    public async Task A_password_is_the_one_of_its_address_and_an_unknown_address_has_none()
    {
        var yard = await SmallYard.Build();
        using (var database = Database.Open(yard.Folder))
        {
            using var passwords = new Passwords(database);
            async Task<PasswordCheck> Check(string address, string password) =>
                await passwords.Check(address, password, TestContext.Current.CancellationToken);
            (await Check("ines@quay.example", SmallYard.Password)).Person.ShouldBe(yard.People["Ines"].Id);
            (await Check("ines@quay.example", "another")).ShouldBe(new PasswordCheck(null, false));
            (await Check("nobody@quay.example", SmallYard.Password)).ShouldBe(new PasswordCheck(null, false));
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task Few_wait_to_be_checked_and_the_others_are_sent_away_at_once()
    {
        var yard = await SmallYard.Build();
        using (var database = Database.Open(yard.Folder))
        {
            using var passwords = new Passwords(database);
            var checks = await Task.WhenAll(
                Enumerable
                    .Range(0, 60)
                    .Select(i =>
                        Task.Run(() =>
                            passwords.Check($"guess{i}@quay.example", "guess", TestContext.Current.CancellationToken)
                        )
                    )
            );
            checks.Count(c => c.Busy).ShouldBeGreaterThan(0);
            checks.Count(c => !c.Busy).ShouldBeGreaterThan(0);
            checks.ShouldAllBe(c => c.Person == null);
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task An_ended_session_is_never_remembered_again_by_who_looks_it_up_meanwhile()
    {
        var yard = await SmallYard.Build();
        await using (var parts = Parts.Of(new Settings(yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null)))
        {
            parts.GetRequiredService<WhoIsWho>().Refresh();
            var (database, writes) = (parts.GetRequiredService<Database>(), parts.GetRequiredService<WriteQueue>());
            var clock = parts.GetRequiredService<FirmClock>();
            var ines = yard.People["Ines"].Id;
            for (var round = 0; round < 40; round++)
            {
                // Sessions of their own each round: as after a start, none is remembered yet.
                var sessions = new Sessions(database, writes, clock);
                var hash = Sessions.Hash(Sessions.NewToken());
                var signedIn = new SignedIn(ines, "guard", clock.Now + NodaTime.Duration.FromDays(1));
                await writes.Run(w => SessionStore.Start(w.Session, hash, signedIn, clock.Now));
                using var over = new CancellationTokenSource();
                var lookers = Enumerable
                    .Range(0, 3)
                    .Select(_ =>
                        Task.Run(() =>
                        {
                            while (!over.IsCancellationRequested)
                                sessions.Find(hash);
                        })
                    )
                    .ToList();
                await sessions.EndAll(ines, "signed out everywhere");
                sessions.Find(hash).ShouldBeNull();
                await over.CancelAsync();
                await Task.WhenAll(lookers);
                sessions.Find(hash).ShouldBeNull();
            }
        }

        Directory.Delete(yard.Folder, recursive: true);
    }

    [Fact]
    public async Task A_new_password_ends_the_calendar_address_as_well()
    {
        var yard = await SmallYard.Build();
        await using (var server = await RunningServer.Start(yard.Folder, "--no-demo"))
        {
            using var ines = await server.Visit().SignIn("ines@quay.example", SmallYard.Password);
            var feed = (await ines.Do(HttpMethod.Put, "/api/calendar-feed")).GetProperty("address").GetString()!;
            using var calendar = server.Visit();
            var path = new Uri(feed).PathAndQuery;
            (await calendar.Http.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.OK);
            await ines.Do(
                HttpMethod.Put,
                "/api/me/password",
                new { now = SmallYard.Password, next = "quite another one" }
            );
            (await calendar.Http.GetAsync(path)).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        }

        Directory.Delete(yard.Folder, recursive: true);
    }
}
