using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using MimeKit;
using Wrenlet.Core.Conversations;
using Wrenlet.Server.Accounts;
using Wrenlet.Server.Background;
using Wrenlet.Server.Conversations;
using Wrenlet.Server.Conversations.Meetings;
using Wrenlet.Server.Happenings;
using Wrenlet.Server.People;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tests.World;
using Wrenlet.Storage;
using Wrenlet.Storage.Conversations;

namespace Wrenlet.Server.Tests.Background;

/// <summary>Mail that cannot be made ready to leave, and mail that cannot be taken in, with others behind it.</summary>
public sealed class OutboxTests : IAsyncLifetime
{
    private SmallYard _yard = null!;
    private ServiceProvider _parts = null!;

    public async ValueTask InitializeAsync()
    {
        _yard = await SmallYard.Build();
        _parts = Parts.Of(new Settings(_yard.Folder, 0, "2026-04-14T08:40", false, "", 0, 0, null));
        Get<WhoIsWho>().Refresh();
    }

    public async ValueTask DisposeAsync()
    {
        await _parts.DisposeAsync();
        Directory.Delete(_yard.Folder, recursive: true);
    }

    private T Get<T>()
        where T : notnull => _parts.GetRequiredService<T>();

    private async Task<EntryId> Send(string words, params Guid[] files)
    {
        var posted = await Get<Posting>()
            .Post(
                new EntryId(Guid.CreateVersion7()),
                _yard.Conversations["J-1 Benedikta"],
                _yard.People["Odalys"],
                new Saying(words, Via: Via.Mail, Files: [.. files.Select(f => new Attachment(f))], Knowing: true),
                Get<FirmClock>().Now
            );
        return posted.Entry.ShouldNotBeNull(posted.Refusal?.Reason).Id;
    }

    private Delivery DeliveryOf(EntryId id) => Get<Database>().Read(s => EntryStore.Find(s, id))!.Delivery!;

    [Fact]
    public async Task A_mail_whose_file_is_gone_says_so_and_the_one_behind_it_leaves()
    {
        var keeper = Get<FileKeeper>();
        var odalys = _yard.People["Odalys"].Id;
        var file = keeper.Keep(
            Guid.CreateVersion7(),
            "a plan"u8.ToArray(),
            "plan.txt",
            "text/plain",
            odalys,
            Get<FirmClock>().Now
        );
        await Get<WriteQueue>().Run(w => FileStore.Add(w.Session, file));
        var lame = await Send("Here is the plan", file.Id);
        File.Delete(keeper.PathOf(file));
        var sound = await Send("And a word about it");

        using var sender = new Sender(
            Get<Database>(),
            Get<WriteQueue>(),
            Get<WhoIsWho>(),
            Get<IPostOffice>(),
            Get<StandinTextOffice>(),
            Get<Mails>(),
            Get<PartyLinks>(),
            Get<Settings>(),
            Get<FirmClock>(),
            Get<Stuck>(),
            Get<Dispatcher>(),
            NullLogger<Sender>.Instance
        );
        await sender.StartAsync(TestContext.Current.CancellationToken);
        await Waiting.Until(() => DeliveryOf(sound).Sent);
        await Waiting.Until(() => DeliveryOf(lame).Problem is not null);
        await sender.StopAsync(TestContext.Current.CancellationToken);
        DeliveryOf(lame).Sent.ShouldBeFalse();
        DeliveryOf(lame).Problem!.ShouldContain("not on the disk any more");
        Get<StandinPostOffice>().SentIds().Count().ShouldBe(1);
    }

    /// <summary>Offers three mails, of which taking the second fails each time.</summary>
    private sealed class LameOffice(params ArrivedMail[] mails) : IPostOffice
    {
        public List<string> Taken { get; } = [];

        public bool SendsOnce => true;

        public Task Send(MimeMessage mail, CancellationToken cancellation) => Task.CompletedTask;

        public Task<IReadOnlyList<ArrivedMail>> Arrived(Func<string, bool> rests, CancellationToken cancellation) =>
            Task.FromResult<IReadOnlyList<ArrivedMail>>([
                .. mails.Where(m => !rests(m.Name) && !Taken.Contains(m.Name)),
            ]);

        public Task Took(ArrivedMail mail, CancellationToken cancellation)
        {
            if (mail.Name == "second")
                throw new InvalidOperationException("It cannot be let go.");
            Taken.Add(mail.Name);
            return Task.CompletedTask;
        }
    }

    [Fact]
    public async Task A_mail_that_fails_blocks_none_behind_it()
    {
        static ArrivedMail Mail(string name) =>
            new(
                name,
                System.Text.Encoding.UTF8.GetBytes(
                    $"From: Stranger <{name}@far.example>\r\nMessage-ID: <{name}@far.example>\r\nSubject: {name}\r\n\r\nHello"
                )
            );
        var office = new LameOffice(Mail("first"), Mail("second"), Mail("third"));
        using var collector = new Collector(
            office,
            Get<StandinTextOffice>(),
            Get<ICallOffice>(),
            Get<Intake>(),
            Get<Convening>(),
            Get<Stuck>(),
            Get<WhoIsWho>(),
            Get<FirmClock>(),
            NullLogger<Collector>.Instance
        );
        await collector.Collect(TestContext.Current.CancellationToken);
        office.Taken.ShouldBe(["first", "third"]);
        Get<Stuck>().Rests("Taking a mail in", "second").ShouldBeTrue();
    }
}
