using System.Net;
using Serilog.Events;
using Wrenlet.Server.Standins;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>Settings by argument, environment and file.</summary>
[Collection("environment")]
public sealed class SettingsTests
{
    private static string File(string words)
    {
        var file = Path.Combine(RunningServer.NewFolder(), "wrenlet.json");
        System.IO.File.WriteAllText(file, words);
        return file;
    }

    [Fact]
    public void What_is_not_said_is_as_it_usually_is()
    {
        var settings = Settings.Parse([]);
        settings.ShouldSatisfyAllConditions(
            s => s.DataFolder.ShouldBe("data"),
            s => s.Port.ShouldBe(5080),
            s => s.Listen.ShouldBe(IPAddress.Loopback),
            s => s.TrustedProxies.ShouldBeEmpty(),
            s => s.BackupFolder.ShouldBe(Path.Combine("data", "backups")),
            s => s.BackupsKept.ShouldBe(14),
            s => s.BackupAt.ShouldBe(new TimeOnly(2, 30)),
            s => s.LogLevel.ShouldBe(LogEventLevel.Warning),
            s => s.MetricsToken.ShouldBeNull(),
            s => s.Reserve.ShouldBe(64L * 1024 * 1024)
        );
    }

    [Fact]
    public void An_argument_counts_before_the_environment_and_that_before_the_file()
    {
        var file = File(
            """
            { "Port": 7001, "Listen": "0.0.0.0", "BackupsKept": 3, "TrustedProxies": ["10.0.0.0/8", "192.0.2.7"],
              "LogLevels": "Wrenlet.Server.Background=Debug" }
            """
        );
        Environment.SetEnvironmentVariable("WRENLET_PORT", "7002");
        Environment.SetEnvironmentVariable("WRENLET_BACKUPSKEPT", "4");
        try
        {
            var settings = Settings.Parse(["--config", file, "--port", "7003"]);
            settings.ShouldSatisfyAllConditions(
                s => s.Port.ShouldBe(7003),
                s => s.BackupsKept.ShouldBe(4),
                s => s.Listen.ShouldBe(IPAddress.Any),
                s => s.TrustedProxies.Select(p => p.ToString()).ShouldBe(["10.0.0.0/8", "192.0.2.7/32"]),
                s => s.LogLevels.ShouldBe([("Wrenlet.Server.Background", LogEventLevel.Debug)]),
                s => s.PublicAddress.ShouldBe("http://127.0.0.1:7003")
            );
        }
        finally
        {
            Environment.SetEnvironmentVariable("WRENLET_PORT", null);
            Environment.SetEnvironmentVariable("WRENLET_BACKUPSKEPT", null);
        }
    }

    [Fact]
    public void Below_a_path_links_begin_there_and_an_address_elsewhere_is_refused()
    {
        var settings = Settings.Parse(["--base-path", "yard/", "--port", "7001"]);
        settings.BasePath.ShouldBe("/yard");
        settings.PublicAddress.ShouldBe("http://127.0.0.1:7001/yard");
        Settings
            .Parse(["--base-path", "/yard", "--address", "https://quay.example/yard/"])
            .PublicAddress.ShouldBe("https://quay.example/yard");
        foreach (var address in new[] { "https://quay.example", "https://quay.example/other" })
            Should
                .Throw<StartException>(() => Settings.Parse(["--base-path", "/yard", "--address", address]))
                .Message.ShouldContain("https://wrenlet.example/yard, with the base path at its end");
        Should.Throw<StartException>(() => Settings.Parse(["--address", "https://quay.example/yard"]));
        foreach (var path in new[] { "/", "/a b", "/a//b", "/\"x" })
            Should.Throw<StartException>(() => Settings.Parse(["--base-path", path])).Message.ShouldContain("/wrenlet");
    }

    [Fact]
    public void Mail_servers_are_named_one_by_one_or_in_a_file_and_passwords_never_as_arguments()
    {
        var file = File("""{ "SmtpPassword": "one", "ImapPassword": "two" }""");
        var named = MailServers.Of(
            Settings.Parse([
                "--config",
                file,
                "--smtp-server",
                "mail.quay.example:587",
                "--smtp-user",
                "yard",
                "--imap-server",
                "mail.quay.example:993",
                "--imap-folder",
                "Wrenlet",
            ])
        )!;
        named.Smtp.ShouldBe(new("mail.quay.example", 587, "starttls", "yard", "one"));
        named.Imap.ShouldBe(new("mail.quay.example", 993, "tls", null, "two"));
        named.Folder.ShouldBe("Wrenlet");
        MailServers.Of(Settings.Parse([])).ShouldBeNull();

        string Wrong(params string[] args) =>
            Should.Throw<StartException>(() => MailServers.Of(Settings.Parse(args))).Message;
        Wrong("--smtp-server", "mail.quay.example").ShouldContain("with its port");
        Wrong("--smtp-server", "mail.quay.example:587", "--smtp-security", "some").ShouldContain("Use tls");
        Wrong("--imap-server", "mail.quay.example:993").ShouldContain("SmtpServer");
        Wrong("--smtp-server", "mail.quay.example:587", "--mail", "/some/file").ShouldContain("Use one of them");
        Wrong("--smtp-password", "one").ShouldContain("not known here");
    }

    [Fact]
    public void Limits_are_settings_too()
    {
        var settings = Settings.Parse(["--file-megabytes", "3", "--mail-megabytes", "2", "--sign-in-tries", "9"]);
        (settings.LargestFile, settings.LargestByMail, settings.SignInTries).ShouldBe((3 << 20, 2 << 20, 9));
        Should.Throw<StartException>(() => Settings.Parse(["--file-megabytes", "0"])).Message.ShouldContain("from 1");
    }

    [Fact]
    public void A_secret_comes_out_of_a_file_and_never_from_an_argument()
    {
        var secret = File(" a word nobody guesses \n");
        Settings
            .Parse(["--config", File($$"""{ "MetricsTokenFile": "{{secret}}" }""")])
            .MetricsToken.ShouldBe("a word nobody guesses");
        Should
            .Throw<StartException>(() => Settings.Parse(["--metrics-token", "x"]))
            .Message.ShouldContain("not known here");
        Should
            .Throw<StartException>(() =>
                Settings.Parse(["--config", File("""{ "MetricsTokenFile": "/nowhere/at-all" }""")])
            )
            .Message.ShouldContain("/nowhere/at-all cannot be read");
    }

    [Theory]
    [InlineData("""{ "Prt": 1 }""", "Prt in")]
    [InlineData("""{ "Port": """, "cannot be read")]
    [InlineData("""{ "Port": "eighty" }""", "--port eighty: a number from 0 to 65535 is wanted.")]
    [InlineData("""{ "Listen": "here" }""", "--listen here: an address of this machine")]
    [InlineData("""{ "TrustedProxies": "10.0.0.0/99" }""", "addresses and networks")]
    [InlineData("""{ "BackupAt": "half past two" }""", "--backup-at half past two: a time such as 02:30 is wanted.")]
    [InlineData("""{ "LogLevel": "Loud" }""", "one of Debug")]
    [InlineData("""{ "LogLevels": "Wrenlet" }""", "parts with a level")]
    [InlineData("""{ "PublicAddress": "ftp://x" }""", "an address such as")]
    [InlineData("""{ "Demo": "perhaps" }""", "true or false is wanted.")]
    public void What_cannot_be_used_is_said_in_one_line(string words, string said)
    {
        var wrong = Should.Throw<StartException>(() => Settings.Parse(["--config", File(words)])).Message;
        wrong.ShouldContain(said);
        wrong.Split('\n').Length.ShouldBe(1);
    }

    [Fact]
    public void A_file_that_is_not_there_is_named() =>
        Should
            .Throw<StartException>(() => Settings.Parse(["--config", "/nowhere/wrenlet.json"]))
            .Message.ShouldContain("/nowhere/wrenlet.json");
}
