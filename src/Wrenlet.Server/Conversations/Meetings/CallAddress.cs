using Wrenlet.Core.Conversations.Meetings;

namespace Wrenlet.Server.Conversations.Meetings;

/// <summary>Where a call is taken part in.</summary>
internal static class CallAddress
{
    /// <param name="server">Address of this server.</param>
    public static string Of(string server, MeetingId meeting) => $"{server}/calls/{meeting.Value}";
}
