using Microsoft.Data.Sqlite;
using Shouldly;
using Wrenlet.Storage.Keeping;
using Xunit;

namespace Wrenlet.Storage.Tests.Keeping;

/// <summary>A full disk is told from other mishaps.</summary>
public sealed class FullDiskTests
{
    [Fact]
    public void A_device_that_is_always_full_is()
    {
        Assert.SkipUnless(File.Exists("/dev/full"), "This system has no device that is always full.");
        using var full = new FileStream(
            "/dev/full",
            FileMode.Open,
            FileAccess.Write,
            FileShare.ReadWrite,
            bufferSize: 0
        );

        FullDisk.Is(Should.Throw<IOException>(() => full.Write([1, 2, 3]))).ShouldBeTrue();
    }

    [Fact]
    public void So_is_a_database_that_may_not_grow()
    {
        using var connection = new SqliteConnection("Data Source=:memory:");
        connection.Open();
        Run("CREATE TABLE words (word BLOB)");
        Run("PRAGMA max_page_count = 2");

        FullDisk
            .Is(Should.Throw<SqliteException>(() => Run("INSERT INTO words VALUES (zeroblob(100000))")))
            .ShouldBeTrue();

        void Run(string sql)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }
    }

    [Fact]
    public void A_missing_file_is_not() =>
        FullDisk.Is(Should.Throw<IOException>(() => File.ReadAllText("/no/such/file"))).ShouldBeFalse();
}
