using System.Globalization;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Server.Keeping;

/// <summary>What an administrator does from the command line beside running the server.</summary>
internal static class Commands
{
    /// <summary>It was done, and nothing is wrong.</summary>
    public const int Well = 0;

    /// <summary>It could not be done; the reason stands on standard error.</summary>
    public const int Failed = 1;

    /// <summary>It was done, and something is wrong that was not mended.</summary>
    public const int Wrong = 2;

    private const string Help = """
        wrenlet run                     serves the firm in a data folder; a new one is empty, unless with --demo true
        wrenlet check [--mend]          looks through a data folder: database, search, files; mends what can be mended
        wrenlet backup DIR              makes a backup while the server runs, and verifies it
        wrenlet restore DIR [--which NAME]
                                        puts the newest backup, or the one named, in the place of what is there;
                                        the database that was there is kept beside it
        wrenlet user admin ADDRESS      makes somebody an administrator
        wrenlet user password ADDRESS   sets somebody's password from standard input, and ends their sessions
        wrenlet user sessions ADDRESS   signs somebody out everywhere
        wrenlet help                    this

        It ends with 0 when all is well, with 1 when it could not be done, and with 2 when check found something that it
        did not mend.

        Settings, for all of them: as arguments, as environment variables (WRENLET_PORT), or in a JSON file that
        --config FILE or WRENLET_CONFIG names ({ "Port": 5080 }); what comes first counts.
        """;

    private static readonly string[] Names = ["check", "backup", "restore", "user", "help", "--help", "-h"];

    /// <summary>Whether arguments name a command other than running the server.</summary>
    public static bool IsOne(IReadOnlyList<string> args) => args.Count > 0 && Names.Contains(args[0]);

    /// <summary>Does what the arguments say.</summary>
    /// <returns>The exit code.</returns>
    public static async Task<int> Run(IReadOnlyList<string> args)
    {
        try
        {
            return args[0] switch
            {
                "check" => Check([.. args.Skip(1)]),
                "backup" => MakeBackup([.. args.Skip(1)]),
                "restore" => Restore([.. args.Skip(1)]),
                "user" => await Users.Run([.. args.Skip(1)]),
                _ => Tell(),
            };
        }
        catch (Exception wrong)
            when (wrong
                    is StartException
                        or DatabaseException
                        or Microsoft.Data.Sqlite.SqliteException
                        or IOException
                        or UnauthorizedAccessException
            )
        {
            await Console.Error.WriteLineAsync($"wrenlet {args[0]}: {wrong.Message}");
            return Failed;
        }
    }

    private static int Tell()
    {
        Console.WriteLine(Help);
        Console.WriteLine();
        foreach (var setting in KnownSettings.All)
            Console.WriteLine(
                $"  {setting.Name} ({setting.Switch ?? "environment or file only"})"
                    + $"{(setting.Default is { } usual ? $" [{usual}]" : "")}\n      {setting.Says}"
            );
        return Well;
    }

    private static int Check(List<string> args)
    {
        var mend = args.Remove("--mend");
        var settings = Settings.Parse(args);
        var folder = new DataFolder(settings.DataFolder);
        // Of a folder that is no data folder nothing is made.
        using var held = mend && File.Exists(folder.Database) ? FolderLock.Take(folder, "mends it") : null;
        using var telling = new ProgressLine();
        var found = Checkup.Look(folder, settings.BackupFolder, mend, telling.How);
        telling.Done();
        foreach (var finding in found)
            Console.WriteLine(
                finding.What
                    + (
                        finding.Mended ? " Mended."
                        : finding.Mends is { } how ? $" With --mend: {how}"
                        : " Only a backup helps: wrenlet restore DIR."
                    )
            );
        Console.WriteLine(
            found.Count == 0
                ? $"{folder.Path}: all is well."
                : $"{folder.Path}: {found.Count} found, {found.Count(f => f.Mended)} mended."
        );
        return found.All(f => f.Mended) ? Well : Wrong;
    }

    private static int MakeBackup(List<string> args)
    {
        if (args is not [var to, .. var rest] || to.StartsWith('-'))
            throw new StartException("name the folder that the backup goes to: wrenlet backup DIR.");
        var folder = new DataFolder(Settings.Parse(rest).DataFolder);
        using var telling = new ProgressLine();
        var made = Backup.Make(folder, to, DateTime.UtcNow, telling.How);
        telling.Done();
        Console.WriteLine(
            $"{made.Database}: the database and {made.Files} files, {made.New} of them new, "
                + $"{(made.Bytes / 1e6).ToString("0.0", CultureInfo.InvariantCulture)} MB written; opened and verified."
        );
        return Well;
    }

    private static int Restore(List<string> args)
    {
        if (args is not [var from, .. var rest] || from.StartsWith('-'))
            throw new StartException("name the folder of backups: wrenlet restore DIR.");
        string? which = null;
        if (rest.IndexOf("--which") is >= 0 and var at)
        {
            if (at + 1 == rest.Count)
                throw new StartException("--which needs the name of a backup after it.");
            which = rest[at + 1];
            rest.RemoveRange(at, 2);
        }

        var folder = new DataFolder(Settings.Parse(rest).DataFolder);
        using var held = FolderLock.Take(folder, "restores a backup");
        using var telling = new ProgressLine();
        var restored = Backup.Restore(from, which, folder, telling.How);
        telling.Done();
        Console.WriteLine($"{folder.Database} is now {Path.GetFileName(restored.Backup)}.");
        if (restored.Aside is { } aside)
            Console.WriteLine($"The database that was there is {aside}; delete it when you do not need it.");
        foreach (var hash in restored.Missing)
            Console.WriteLine($"File {hash} is whole neither in the backup nor in the folder.");
        return restored.Missing.Count == 0 ? Well : Wrong;
    }
}
