using System.Security.Cryptography;
using Microsoft.Data.Sqlite;
using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Storage.Tests.Keeping;

/// <summary>Backups made while people work, damage done to what they are of, and all of it back again.</summary>
public sealed class BackupTests : IDisposable
{
    private static readonly DateTime Night = new(2026, 4, 14, 2, 30, 0, DateTimeKind.Utc);
    private readonly string _root = Directory.CreateTempSubdirectory("wrenlet-keeping-").FullName;
    private readonly DataFolder _data;

    public BackupTests() => _data = new DataFolder(Path.Combine(_root, "data"));

    private string Kept => Path.Combine(_root, "kept");

    public void Dispose() => Directory.Delete(_root, recursive: true);

    private Database Open() => Database.Open(Directory.CreateDirectory(_data.Path).FullName);

    private byte[] Write(string words)
    {
        var bytes = System.Text.Encoding.UTF8.GetBytes(words);
        var hash = SHA256.HashData(bytes);
        Directory.CreateDirectory(Path.GetDirectoryName(_data.FileOf(hash))!);
        File.WriteAllBytes(_data.FileOf(hash), bytes);
        return hash;
    }

    private static void Name(SqlSession s, byte[] hash, string name, int size) =>
        FileStore.Add(s, new StoredFile(Guid.CreateVersion7(), hash, name, "text/plain", size, null, default));

    private async Task Fill(WriteQueue writes, int from, int to)
    {
        for (var i = from; i < to; i++)
        {
            var hash = Write($"file {i}");
            await writes.Run(w => Name(w.Session, hash, $"{i}.txt", $"file {i}".Length));
        }
    }

    private static List<string> Names(string database)
    {
        using var connection = new SqliteConnection($"Data Source={database};Mode=ReadOnly;Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT name FROM file ORDER BY id";
        using var rows = command.ExecuteReader();
        var names = new List<string>();
        while (rows.Read())
            names.Add(rows.GetString(0));
        return names;
    }

    [Fact]
    public async Task A_backup_made_while_others_write_is_one_state_and_has_each_file_that_it_names()
    {
        using var database = Open();
        await using var writes = new WriteQueue(database);
        await Fill(writes, 0, 20);
        var writing = Fill(writes, 20, 200);

        var made = Backup.Make(_data, Kept, Night);

        await writing;
        var names = Names(made.Database);
        names.Count.ShouldBeGreaterThanOrEqualTo(20);
        // All that had been said by then, without a gap, and nothing of what came after.
        names.ShouldBe(Enumerable.Range(0, names.Count).Select(i => $"{i}.txt"));
        Directory
            .EnumerateFiles(Path.Combine(Kept, "files"), "*", SearchOption.AllDirectories)
            .Count()
            .ShouldBe(names.Count);
        made.New.ShouldBe(names.Count);
        Soundness.Of(made.Database, whole: true).ShouldBeEmpty();
    }

    [Fact]
    public async Task The_next_backup_copies_only_what_is_new()
    {
        using var database = Open();
        await using var writes = new WriteQueue(database);
        await Fill(writes, 0, 10);
        Backup.Make(_data, Kept, Night);
        await Fill(writes, 10, 13);

        var made = Backup.Make(_data, Kept, Night.AddDays(1));

        (made.Files, made.New).ShouldBe((13, 3));
        Backup.All(Kept).Select(b => b.At).ShouldBe([Night.AddDays(1), Night]);
    }

    [Fact]
    public async Task Of_many_backups_so_many_are_kept_with_the_files_that_they_name()
    {
        using var database = Open();
        await using var writes = new WriteQueue(database);
        await Fill(writes, 0, 3);
        Backup.Make(_data, Kept, Night);
        await writes.Run(w => w.Session.Run("DELETE FROM file WHERE name = '0.txt'"));
        Backup.Make(_data, Kept, Night.AddDays(1));
        Backup.Make(_data, Kept, Night.AddDays(2));

        Backup.Thin(Kept, 2).ShouldBe(1);

        Backup.All(Kept).Count.ShouldBe(2);
        Directory.EnumerateFiles(Path.Combine(Kept, "files"), "*", SearchOption.AllDirectories).Count().ShouldBe(2);
        Backup.Thin(Kept, 0).ShouldBe(1);
        Backup.All(Kept).Count.ShouldBe(1);
    }

    [Fact]
    public void Of_a_firm_without_files_too_so_many_are_kept()
    {
        Open().Dispose();
        foreach (var night in Enumerable.Range(0, 3))
            Backup.Make(_data, Kept, Night.AddDays(night));

        Backup.Thin(Kept, 2).ShouldBe(1);

        Backup.All(Kept).Count.ShouldBe(2);
    }

    [Theory]
    [InlineData("pages")]
    [InlineData("head")]
    [InlineData("empty")]
    [InlineData("gone")]
    [InlineData("files")]
    [InlineData("everything")]
    public async Task Whatever_is_damaged_comes_back_as_it_was(string damage)
    {
        using (var database = Open())
        await using (var writes = new WriteQueue(database))
            await Fill(writes, 0, 40);
        var names = Names(_data.Database);
        var bytes = Contents();
        Backup.Make(_data, Kept, Night);
        Damage(damage);

        using (FolderLock.Take(_data, "restores"))
            Backup.Restore(Kept, null, _data).Missing.ShouldBeEmpty();

        Names(_data.Database).ShouldBe(names);
        Contents().ShouldBe(bytes);
        Checkup.Look(_data, Kept, mend: false).ShouldBeEmpty();
        using var again = Open();
        await using var more = new WriteQueue(again);
        await Fill(more, 40, 41);
        again.Read(s => s.Number("SELECT count(*) FROM file")).ShouldBe(41);
    }

    private void Damage(string how)
    {
        if (how is "pages" or "head")
            using (var database = new FileStream(_data.Database, FileMode.Open))
            {
                database.Position = how == "head" ? 0 : 8192 * 3;
                database.Write(RandomNumberGenerator.GetBytes(8192 * 4));
            }

        if (how is "empty")
            File.WriteAllBytes(_data.Database, []);
        if (how is "gone" or "everything")
            File.Delete(_data.Database);
        if (how is "everything")
            Directory.Delete(_data.Files, recursive: true);
        if (how is "files")
            foreach (var (i, file) in Directory.EnumerateFiles(_data.Files, "*", SearchOption.AllDirectories).Index())
                if (i % 3 == 0)
                    File.Delete(file);
                else if (i % 3 == 1)
                    File.AppendAllText(file, "and more");
    }

    private Dictionary<string, string> Contents() =>
        Directory
            .EnumerateFiles(_data.Files, "*", SearchOption.AllDirectories)
            .ToDictionary(f => Path.GetFileName(f), File.ReadAllText);

    [Fact]
    public async Task What_is_moved_aside_by_a_restore_is_still_there()
    {
        using (var database = Open())
        await using (var writes = new WriteQueue(database))
        {
            await Fill(writes, 0, 3);
            Backup.Make(_data, Kept, Night);
            await Fill(writes, 3, 5);
        }

        var restored = Backup.Restore(Kept, null, _data);

        Names(_data.Database).Count.ShouldBe(3);
        Names(restored.Aside!).Count.ShouldBe(5);
    }

    [Fact]
    public async Task A_damaged_backup_changes_nothing_and_a_file_that_is_lost_is_named()
    {
        using (var database = Open())
        await using (var writes = new WriteQueue(database))
            await Fill(writes, 0, 3);
        var made = Backup.Make(_data, Kept, Night);
        using (var file = new FileStream(made.Database, FileMode.Open))
        {
            file.Position = 8192;
            file.Write(RandomNumberGenerator.GetBytes(8192 * 3));
        }

        Should.Throw<DatabaseException>(() => Backup.Restore(Kept, null, _data)).Message.ShouldContain("damaged");
        Should
            .Throw<DatabaseException>(() => Backup.Restore(Kept, "other.db", _data))
            .Message.ShouldContain("no backup other.db");
        Should.Throw<DatabaseException>(() => Backup.Restore(_root, null, _data)).Message.ShouldContain("no backup");
        Names(_data.Database).Count.ShouldBe(3);

        File.Delete(_data.FileOf(SHA256.HashData("file 1"u8)));
        Should
            .Throw<DatabaseException>(() => Backup.Make(_data, Path.Combine(_root, "other"), Night))
            .Message.ShouldContain("missing");
        Backup.All(Path.Combine(_root, "other")).ShouldBeEmpty();
    }
}
