namespace Wrenlet.Core.Reports.Imports;

/// <summary>What an import brings along.</summary>
public enum ImportKind
{
    /// <summary>People of customers and partners.</summary>
    Contacts,

    /// <summary>Dockets.</summary>
    Dockets,

    /// <summary>Open tasks.</summary>
    Tasks,
}

/// <summary>How an import stands.</summary>
public enum ImportState
{
    /// <summary>A file has been chosen; nothing has been taken from it.</summary>
    Chosen,

    /// <summary>Rows are being taken.</summary>
    Running,

    /// <summary>Somebody stopped it; it can go on.</summary>
    Stopped,

    /// <summary>All rows were taken or left.</summary>
    Done,

    /// <summary>It could not go on.</summary>
    Failed,

    /// <summary>What it brought is being taken back.</summary>
    TakingBack,

    /// <summary>What it brought was taken back.</summary>
    TakenBack,
}

/// <summary>What can be done with an import that stands so.</summary>
public static class ImportStates
{
    /// <summary>Whether work on it goes on by itself.</summary>
    public static bool GoesOn(this ImportState state) => state is ImportState.Running or ImportState.TakingBack;

    /// <summary>Why it cannot be started or go on; null when it can.</summary>
    public static string? RefusesRun(this ImportState state) =>
        state switch
        {
            ImportState.Chosen or ImportState.Stopped or ImportState.Failed => null,
            ImportState.Running => Texts.ImportRuns,
            ImportState.TakingBack => Texts.ImportGoesBack,
            _ => Texts.ImportIsOver,
        };

    /// <summary>Why it cannot be stopped; null when it can.</summary>
    public static string? RefusesStop(this ImportState state) =>
        state is ImportState.Running ? null : Texts.ImportDoesNotRun;

    /// <summary>Why it cannot be taken back; null when it can.</summary>
    public static string? RefusesTakingBack(this ImportState state) =>
        state switch
        {
            ImportState.Done or ImportState.Stopped or ImportState.Failed => null,
            ImportState.Running => Texts.StopImportFirst,
            ImportState.TakingBack or ImportState.TakenBack => Texts.ImportGoesBack,
            _ => Texts.NothingTakenYet,
        };
}
