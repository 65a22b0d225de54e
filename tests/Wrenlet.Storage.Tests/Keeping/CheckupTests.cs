using Wrenlet.Storage.Conversations;
using Wrenlet.Storage.Keeping;

namespace Wrenlet.Storage.Tests.Keeping;

/// <summary>Looking through a data folder, the lock on it, and when a database may be begun in it.</summary>
public sealed class CheckupTests : IDisposable
{
    private readonly string _root = Directory.CreateTempSubdirectory("wrenlet-checkup-").FullName;
    private readonly DataFolder _data;

    public CheckupTests() => _data = new DataFolder(Path.Combine(_root, "data"));

    private string Kept => Path.Combine(_root, "kept");

    public void Dispose() => Directory.Delete(_root, recursive: true);

    private async Task Write(Action<SqlSession> write)
    {
        using var database = Database.Open(Directory.CreateDirectory(_data.Path).FullName);
        await using var writes = new WriteQueue(database);
        await writes.Run(w => write(w.Session));
    }

    [Fact]
    public async Task What_the_search_lacks_or_has_too_much_is_found_and_mended()
    {
        await Write(s =>
        {
            s.Run(
                "INSERT INTO file (uid, sha256, name, media_type, size, at) "
                    + "VALUES (randomblob(16), zeroblob(32), 'gland.png', 'image/png', 0, 0)"
            );
            s.Run("INSERT INTO file_search (rowid, name) VALUES (77, 'never there')");
            s.Run("INSERT INTO task_search (rowid, title) VALUES (5, 'gone')");
        });

        var found = Checkup
            .Look(_data, Kept, mend: false)
            .Where(f => f.What.StartsWith("Search", StringComparison.Ordinal))
            .ToList();

        found
            .Select(f => f.What)
            .ShouldBe([
                "Search: 1 task is found, but gone.",
                "Search: 1 file is found, but gone.",
                "Search: 1 file is not found.",
            ]);
        found.ShouldAllBe(f => !f.Mended && f.Mends != null);
        Checkup.Look(_data, Kept, mend: true).Count(f => f.Mended).ShouldBe(3);
        Checkup
            .Look(_data, Kept, mend: false)
            .ShouldNotContain(f => f.What.StartsWith("Search", StringComparison.Ordinal));
        await Write(s => s.Number("SELECT rowid FROM file_search WHERE file_search MATCH 'gland'").ShouldBe(1));
    }

    [Fact]
    public async Task A_file_that_is_lost_is_taken_from_the_backups()
    {
        var hash = System.Security.Cryptography.SHA256.HashData("words"u8);
        Directory.CreateDirectory(Path.GetDirectoryName(_data.FileOf(hash))!);
        await File.WriteAllBytesAsync(_data.FileOf(hash), "words"u8.ToArray(), TestContext.Current.CancellationToken);
        await Write(s =>
            FileStore.Add(s, new StoredFile(Guid.CreateVersion7(), hash, "note.txt", "text/plain", 5, null, default))
        );
        Backup.Make(_data, Kept, new DateTime(2026, 4, 14, 2, 30, 0, DateTimeKind.Utc));
        await File.WriteAllTextAsync(_data.FileOf(hash), "wurds", TestContext.Current.CancellationToken);

        Checkup
            .Look(_data, Path.Combine(_root, "none"), mend: true)
            .Single()
            .ShouldSatisfyAllConditions(
                f => f.What.ShouldContain("note.txt"),
                f => f.Mends.ShouldBeNull(),
                f => f.Mended.ShouldBeFalse()
            );
        Checkup.Look(_data, Kept, mend: false).Single().Mends.ShouldBe("It is taken from the backups.");
        Checkup.Look(_data, Kept, mend: true).Single().Mended.ShouldBeTrue();
        (await File.ReadAllTextAsync(_data.FileOf(hash), TestContext.Current.CancellationToken)).ShouldBe("words");
        Checkup.Look(_data, Kept, mend: false).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_damaged_database_is_told_and_not_touched()
    {
        await Write(_ => { });
        await using (var file = new FileStream(_data.Database, FileMode.Open))
        {
            file.Position = 8192 * 2;
            file.Write(new byte[8192 * 4]);
        }

        var found = Checkup.Look(_data, Kept, mend: true);

        found.ShouldNotBeEmpty();
        found.ShouldAllBe(f => f.Mends == null && f.What.StartsWith("Database: ", StringComparison.Ordinal));
        Should
            .Throw<DatabaseException>(() => Checkup.Look(new DataFolder(_root), Kept, false))
            .Message.ShouldContain("no database");
    }

    [Fact]
    public void A_folder_is_one_programs_at_a_time()
    {
        FolderLock.HeldBy(_data).ShouldBeNull();
        using (FolderLock.Take(_data, "serves it"))
        {
            FolderLock.HeldBy(_data).ShouldBe($"{Environment.ProcessId}, which serves it");
            Should
                .Throw<DatabaseException>(() => FolderLock.Take(_data, "restores"))
                .Message.ShouldContain($"process {Environment.ProcessId}, which serves it");
        }

        FolderLock.HeldBy(_data).ShouldBeNull();
        FolderLock.Take(_data, "restores").Dispose();
    }

    [Theory]
    [InlineData("files/ab/abcd", "files")]
    [InlineData("wrenlet.db-wal", "log")]
    [InlineData("backups/wrenlet-20260414T023000Z.db", "backups")]
    [InlineData("wrenlet.process", "lock")]
    public void Where_a_database_was_none_is_silently_begun(string left, string named)
    {
        _data.RefuseToBeginAnew();
        var path = Path.Combine(_data.Path, left);
        Directory.CreateDirectory(Path.GetDirectoryName(path)!);
        File.WriteAllText(path, "something");

        var refused = Should.Throw<DatabaseException>(_data.RefuseToBeginAnew);

        refused.Message.ShouldContain("missing");
        refused.Message.ShouldContain(named);
        File.WriteAllText(_data.Database, "");
        Should.Throw<DatabaseException>(_data.RefuseToBeginAnew).Message.ShouldContain("empty");
        File.WriteAllText(_data.Database, "a database");
        _data.RefuseToBeginAnew();
    }
}
