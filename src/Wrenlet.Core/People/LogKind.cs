namespace Wrenlet.Core.People;

/// <summary>What a line of the log is about.</summary>
public enum LogKind
{
    /// <summary>Signing in and out, and trying to.</summary>
    SigningIn,

    /// <summary>Something was asked for by somebody who may not have it.</summary>
    Refused,

    /// <summary>Accounts, links, rights and who sees what.</summary>
    Accounts,

    /// <summary>What the firm set.</summary>
    Settings,

    /// <summary>Dockets and contacts, where it is more than everyday work.</summary>
    Dockets,

    /// <summary>Something said was removed.</summary>
    Removed,

    /// <summary>Something was taken along: exports and many files.</summary>
    TakenAlong,

    /// <summary>What others said was read across people.</summary>
    ReadAcross,

    /// <summary>What was done by itself, at its time.</summary>
    ByItself,
}

/// <summary>What of many like happenings is worth a line of the log.</summary>
public static class Repetition
{
    /// <summary>Whether a count of like happenings is told: the first that counts, ten times as many, and so on.</summary>
    /// <param name="count">How many there were by now, this one among them; at least 1.</param>
    /// <param name="first">From how many on they are worth a line; at least 1.</param>
    public static bool IsTold(int count, int first = 1)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(count, 1);
        ArgumentOutOfRangeException.ThrowIfLessThan(first, 1);
        if (count % first != 0)
            return false;
        var times = count / first;
        while (times % 10 == 0)
            times /= 10;
        return times == 1;
    }
}
