using System.Collections.Immutable;

namespace Wrenlet.Core.People;

/// <summary>One thing that not everybody of the staff may do. Roles are sets of these.</summary>
public enum Right
{
    /// <summary>Change Settings: the firm, kinds, sites, queues, hours, holidays, the firm's texts.</summary>
    SetUp,

    /// <summary>Add colleagues and crews, say what each may do, and end an account.</summary>
    TakeOn,

    /// <summary>Change customers and partners, and merge them.</summary>
    ManageContacts,

    /// <summary>Read the reports.</summary>
    SeeReports,

    /// <summary>See the sums of papers.</summary>
    SeeSums,

    /// <summary>Read notices for any crew, and give colleagues sight of a limited docket that one sees,
    /// enter their leave, and move meetings that they set.</summary>
    ReadAcross,

    /// <summary>Decide who answers, whatever the queue's rule says.</summary>
    Reassign,

    /// <summary>Move a docket past a gate that holds.</summary>
    PassGates,

    /// <summary>Lock a stage, and lift a gate or a lock.</summary>
    LockAndLift,

    /// <summary>Make rules that act by themselves.</summary>
    MakeRules,

    /// <summary>Change templates and dockets that recur.</summary>
    KeepTemplates,

    /// <summary>Make a colleague or a crew the owner of a task.</summary>
    GiveWork,

    /// <summary>Mark a paper as accepted for the customer.</summary>
    AcceptForCustomer,

    /// <summary>Save lists and records as files.</summary>
    Export,

    /// <summary>Write to customers and partners, and share with them.</summary>
    SendOutside,

    /// <summary>Post notices to everybody or to a crew.</summary>
    Announce,

    /// <summary>Read the log of who changed what.</summary>
    SeeLog,
}

/// <summary>Identity of a role (UUIDv7).</summary>
public readonly record struct RoleId(Guid Value);

/// <summary>What a firm calls a set of rights. Everybody of the staff has one.</summary>
/// <param name="Id">Identity.</param>
/// <param name="Name">The firm's own name for it.</param>
/// <param name="Rights">What whoever has it may do.</param>
/// <param name="Retired">Whether nobody is given it any more; who has it keeps it.</param>
public sealed record Role(RoleId Id, string Name, ImmutableHashSet<Right> Rights, bool Retired = false)
{
    /// <summary>Does the work.</summary>
    public static readonly Role Member = Begins(1, "member", Right.GiveWork, Right.Export, Right.SendOutside);

    /// <summary>Makes sure that whoever must know, answer or do something does.</summary>
    public static readonly Role Coordinator = Begins(
        2,
        "coordinator",
        [.. Member.Rights, Right.ManageContacts, Right.SeeReports, Right.Reassign, Right.KeepTemplates, Right.Announce]
    );

    /// <summary>Answers for load, response times and approvals.</summary>
    public static readonly Role Manager = Begins(
        3,
        "manager",
        [
            .. Coordinator.Rights,
            Right.SeeSums,
            Right.ReadAcross,
            Right.PassGates,
            Right.MakeRules,
            Right.AcceptForCustomer,
        ]
    );

    /// <summary>Sets the firm up; may do everything.</summary>
    public static readonly Role Administrator = Begins(4, "administrator", Enum.GetValues<Right>());

    /// <summary>The roles that a firm begins with.</summary>
    public static ImmutableArray<Role> Starting => [Member, Coordinator, Manager, Administrator];

    /// <summary>Whether whoever has this role may do that.</summary>
    public bool Has(Right right) => Rights.Contains(right);

    /// <inheritdoc/>
    public bool Equals(Role? other) =>
        other is not null
        && (Id, Name, Retired) == (other.Id, other.Name, other.Retired)
        && Rights.SetEquals(other.Rights);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Id, Name, Retired);

    // Their identities are fixed, so that an older database and a new one mean the same role.
    private static Role Begins(byte number, string name, params Right[] rights) =>
        new(new RoleId(new Guid(0x0190_0000, 0, 0x7000, 0x80, 0, 0, 0, 0, 0, 0, number)), name, [.. rights]);
}
