using System.Diagnostics;
using System.Net;
using Wrenlet.Server.Tests.World;

namespace Wrenlet.Server.Tests.Keeping;

/// <summary>The command line, as an administrator uses it.</summary>
public sealed class CommandTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static async Task<(int Code, string Said, string Wrong)> Do(string? typed, params string[] args)
    {
        using var process = Process.Start(RunningServer.Program(args, typed is not null))!;
        if (typed is not null)
        {
            await process.StandardInput.WriteLineAsync(typed);
            process.StandardInput.Close();
        }

        var wrong = process.StandardError.ReadToEndAsync(Stop);
        var said = await process.StandardOutput.ReadToEndAsync(Stop);
        await process.WaitForExitAsync(Stop);
        return (process.ExitCode, said, await wrong);
    }

    [Fact]
    public async Task A_backup_is_made_while_the_server_runs_and_puts_back_what_was_lost()
    {
        var yard = await SmallYard.Build();
        var kept = Path.Combine(RunningServer.NewFolder(), "kept");
        await using (var server = await RunningServer.Start(yard.Folder, "--no-demo"))
        {
            var (code, said, _) = await Do(null, "backup", kept, "--data", yard.Folder);
            (code, said.Contains("opened and verified", StringComparison.Ordinal)).ShouldBe((0, true), said);

            var (refused, _, why) = await Do(null, "restore", kept, "--data", yard.Folder);
            refused.ShouldBe(1);
            why.ShouldContain("another program works in");
            why.ShouldContain("which serves it");
            (await Do(null, "user", "sessions", "ines@quay.example", "--data", yard.Folder)).Code.ShouldBe(1);
            var (second, words) = await RunningServer.StartInVain("--data", yard.Folder, "--port", "0", "--no-demo");
            second.ShouldBe(1);
            words.ShouldStartWith("Wrenlet cannot start: another program works in");
        }

        File.Delete(Path.Combine(yard.Folder, "wrenlet.db"));
        foreach (var end in new[] { "-wal", "-shm" })
            File.Delete(Path.Combine(yard.Folder, "wrenlet.db" + end));
        var (never, lost) = await RunningServer.StartInVain("--data", yard.Folder, "--port", "0");
        never.ShouldBe(1);
        lost.ShouldContain("wrenlet.db is missing");
        lost.ShouldContain("wrenlet restore");

        (await Do(null, "restore", kept, "--data", yard.Folder)).Code.ShouldBe(0);
        var (checkedCode, all, _) = await Do(null, "check", "--data", yard.Folder);
        (checkedCode, all.Trim()).ShouldBe((0, $"{yard.Folder}: all is well."));
        await using var again = await RunningServer.Start(yard.Folder, "--no-demo");
        using var odalys = await again.Visit().SignIn("odalys@quay.example", SmallYard.Password);
        (await odalys.Get("/api/dockets/J-1")).GetRawText().ShouldContain("J-1");
    }

    [Fact]
    public async Task Who_cannot_get_in_is_let_in_from_the_command_line()
    {
        var yard = await SmallYard.Build();
        (await Do("short", "user", "password", "ines@quay.example", "--data", yard.Folder)).Wrong.ShouldContain(
            "at least 10 characters"
        );
        (await Do(null, "user", "admin", "nobody@quay.example", "--data", yard.Folder)).Code.ShouldBe(1);

        (await Do("another one of hers", "user", "password", "ines@quay.example", "--data", yard.Folder)).Code.ShouldBe(
            0
        );
        (await Do(null, "user", "admin", "ines@quay.example", "--data", yard.Folder)).Code.ShouldBe(0);

        await using var server = await RunningServer.Start(yard.Folder, "--no-demo");
        using var stranger = server.Visit();
        (
            await stranger.Send(
                HttpMethod.Post,
                "/api/session",
                new { address = "ines@quay.example", password = SmallYard.Password }
            )
        ).StatusCode.ShouldNotBe(HttpStatusCode.NoContent);
        using var ines = await server.Visit().SignIn("ines@quay.example", "another one of hers");
        var log = (await ines.Get("/api/log?words=command line")).GetRawText();
        log.ShouldContain("made an administrator");
        log.ShouldContain("set a password");
        (await Do(null, "user", "sessions", "ines@quay.example")).Code.ShouldBe(1);
    }

    [Fact]
    public async Task Help_names_each_setting_and_so_does_its_page()
    {
        var (code, said, _) = await Do(null, "help");
        var page = await File.ReadAllTextAsync(Path.Combine(Repository.Root, "docs", "administration.md"), Stop);
        code.ShouldBe(0);
        foreach (var setting in KnownSettings.All)
        {
            said.ShouldContain(setting.Name);
            page.ShouldContain($"`{setting.Name}`");
            if (setting.Switch is { } name)
                page.ShouldContain($"`{name}`");
            if (setting.Default is { } usual)
                page.ShouldContain(usual);
        }
    }

    [Fact]
    public async Task Nothing_to_check_or_keep_is_said_in_one_line()
    {
        var folder = RunningServer.NewFolder();
        foreach (var args in new string[][] { ["check"], ["backup", Path.Combine(folder, "kept")] })
        {
            var (code, _, wrong) = await Do(null, [.. args, "--data", folder]);
            code.ShouldBe(1);
            wrong
                .Trim()
                .ShouldBe(
                    $"wrenlet {args[0]}: There is no database in {folder}. Name the data folder with --data DIR."
                );
        }

        (await Do(null, "backup")).Wrong.ShouldContain("name the folder");
        Directory.EnumerateFileSystemEntries(folder).ShouldBeEmpty();
    }
}
