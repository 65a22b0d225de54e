namespace Wrenlet.Server.Demo;

internal sealed record FirmFile(
    string Name,
    string Zone,
    string Address,
    string Present,
    string Password,
    HolidayFile[] Holidays,
    HoursFile[] Calendars,
    string[] Crews,
    StaffFile[] Staff,
    PartyFile[] Parties,
    QueueFile[] Queues,
    string Country,
    StockFile[] StockReplies,
    string[] RatingWords,
    KindFile[] Kinds,
    SiteFile[] Sites,
    TemplateFile[] Templates,
    RecurringFile[] Recurring
);

internal sealed record SiteFile(string Name, string Address, string Hours);

internal sealed record KindFile(
    string Name,
    string Many,
    string Letters,
    bool WithParty,
    bool FromTalk,
    string? Queue,
    StageFile[] Stages,
    KindMilestoneFile[] Milestones,
    FieldFile[] Fields
);

internal sealed record StageFile(string Name, string? Public);

internal sealed record KindMilestoneFile(string Name, string Stage, bool AtEnd);

internal sealed record FieldFile(
    string Name,
    string Type,
    string? Unit,
    string[]? Choices,
    string? NeededFrom,
    bool InHead,
    bool PartySees
);

internal sealed record HolidayFile(string Date, string Name);

internal sealed record HoursFile(string Name, string Start, string End, string? Saturday);

internal sealed record StaffFile(string Name, string Role, string[] Crews, string Purpose);

internal sealed record PartyFile(string Name, string Kind, string[]? Contacts, string[]? Phones);

internal sealed record StockFile(string Name, string Body);

internal sealed record QueueFile(
    string Name,
    string Site,
    string Crew,
    int FirstMinutes,
    int LaterMinutes,
    bool Unsorted
);
