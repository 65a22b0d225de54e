using NodaTime;
using Wrenlet.Core.People;
using Wrenlet.Server.Accounts;
using Wrenlet.Storage;
using Wrenlet.Storage.Keeping;
using Wrenlet.Storage.People;

namespace Wrenlet.Server.Keeping;

/// <summary>What can be done for somebody who cannot get in any more. The server must not run meanwhile.</summary>
internal static class Users
{
    private const int ShortestPassword = 10;

    public static async Task<int> Run(string[] args)
    {
        if (args is not [("admin" or "password" or "sessions") and var what, var address, .. var rest])
            throw new StartException("say what, and for whom: wrenlet user admin|password|sessions ADDRESS.");
        var folder = new DataFolder(Settings.Parse(rest).DataFolder);
        if (!File.Exists(folder.Database))
            throw new DatabaseException(
                $"there is no database in {folder.Path}. Name the data folder with --data DIR."
            );
        using var held = FolderLock.Take(folder, "changes a user");
        using var database = Database.Open(folder.Path);
        if (database.Read(PeopleStore.Load).ByAddress(address) is not { Person: { IsStaff: true } person } profile)
            throw new StartException($"nobody of the staff has the address {address}. Correct it.");
        var hash = what == "password" ? Passwords.Hash(await Password()) : null;
        await using var writes = new WriteQueue(database);
        var at = SystemClock.Instance.GetCurrentInstant();
        WriteQueue.AskedFrom.Value = "command line";
        await writes.Run(w =>
        {
            if (what == "admin")
            {
                var role = RoleStore.All(w.Session).Find(r => r.Id == Role.Administrator.Id) ?? Role.Administrator;
                PeopleStore.SetStaff(w.Session, person with { Role = role }, profile.Purpose, profile.CalendarName);
            }
            else
            {
                if (hash is not null)
                    PeopleStore.SetPassword(w.Session, person.Id, hash);
                SessionStore.EndAll(w.Session, person.Id);
            }

            LogStore.Add(w.Session, at, null, LogKind.Accounts, Done(what), address);
        });
        Console.WriteLine(
            what switch
            {
                "admin" => $"{person.Name} is an administrator now.",
                "password" => $"{person.Name} has the new password, and is signed out everywhere.",
                _ => $"{person.Name} is signed out everywhere.",
            }
        );
        return Commands.Well;
    }

    private static string Done(string what) =>
        what switch
        {
            "admin" => "made an administrator",
            "password" => "set a password",
            _ => "ended all sessions",
        };

    /// <summary>The first line of standard input; it never stands among the arguments, where others could read it.</summary>
    private static async Task<string> Password()
    {
        if (!Console.IsInputRedirected)
            await Console.Error.WriteAsync("New password: ");
        var password = await Console.In.ReadLineAsync() ?? "";
        return password.Length >= ShortestPassword
            ? password
            : throw new StartException($"a password has at least {ShortestPassword} characters; nothing was changed.");
    }
}
