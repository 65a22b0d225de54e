namespace Wrenlet.Core.Dockets;

/// <summary>How much a task matters (iCalendar PRIORITY 1, 3, 5, 9; RFC 5545, 3.8.1.9).</summary>
public enum Priority
{
    /// <summary>PRIORITY 1.</summary>
    Critical,

    /// <summary>PRIORITY 3.</summary>
    High,

    /// <summary>PRIORITY 5.</summary>
    Normal,

    /// <summary>PRIORITY 9.</summary>
    Low,
}
