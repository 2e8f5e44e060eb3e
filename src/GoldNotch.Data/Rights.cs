using System.Collections.Immutable;

namespace GoldNotch.Data;

/// <summary>Something that not everybody may do. Checking and planning need none.</summary>
public enum Right
{
    /// <summary>Begin, change and drop drafts of standards.</summary>
    DefineStandards,

    /// <summary>Bring a standard into force, and retire it.</summary>
    ApproveStandards,

    /// <summary>Accept what a rule found, and open it again.</summary>
    AcceptFindings,

    /// <summary>Give and end waivers.</summary>
    GiveWaivers,

    /// <summary>Write camera specifications.</summary>
    DefineModels,

    /// <summary>Add, change, rename and measure units.</summary>
    ManageUnits,

    /// <summary>Hand cameras out and take them back.</summary>
    HandOut,

    /// <summary>Examine people and sign their check-offs.</summary>
    Examine,

    /// <summary>Import files of many records.</summary>
    ImportFiles,

    /// <summary>Add people, change them and give passwords.</summary>
    ManagePeople,

    /// <summary>Read the audit log.</summary>
    ReadAuditLog,
}

/// <summary>What a person is in the department: a set of rights.</summary>
public enum Role
{
    /// <summary>Checks, plans, practises.</summary>
    Operator,

    /// <summary>Defines, approves, administers.</summary>
    Technician,
}

/// <summary>The words of the roles in the database and in commands, and the rights each has.</summary>
public static class Roles
{
    private static readonly ImmutableDictionary<Role, ImmutableArray<Right>> Rights = new Dictionary<Role, ImmutableArray<Right>>
    {
        [Role.Operator] = [],
        [Role.Technician] = [.. Enum.GetValues<Right>()],
    }.ToImmutableDictionary();

    /// <summary>All words.</summary>
    public static ImmutableArray<string> Words { get; } = [.. Enum.GetValues<Role>().Select(Word)];

    /// <summary>The word of a role.</summary>
    public static string Word(this Role role) => role.ToString().ToLowerInvariant();

    /// <summary>Reads a role by its word.</summary>
    /// <returns>False where no role has it.</returns>
    public static bool TryParse(string? word, out Role role)
    {
        int at = Words.IndexOf(word ?? "");
        role = at < 0 ? Role.Operator : (Role)at;
        return at >= 0;
    }

    /// <summary>The role of a word that the database holds.</summary>
    /// <exception cref="InvalidOperationException">No role has it; the constraint of the column lets none in.</exception>
    public static Role Parse(string word) =>
        TryParse(word, out Role role) ? role : throw new InvalidOperationException($"There is no role “{word}”.");

    /// <summary>What a role may do.</summary>
    public static ImmutableArray<Right> RightsOf(Role role) => Rights[role];

    /// <summary>Whether a role has a right.</summary>
    public static bool Has(this Role role, Right right) => Rights[role].Contains(right);

    /// <summary>The words of the roles that have a right.</summary>
    public static string[] With(Right right) => [.. Enum.GetValues<Role>().Where(role => role.Has(right)).Select(Word)];
}
