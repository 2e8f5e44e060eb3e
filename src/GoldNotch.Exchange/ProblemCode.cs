using System.Text.Json;
using System.Text.Json.Serialization;

namespace GoldNotch.Exchange;

/// <summary>Why something was refused. A code is stable: programs and pages go by it, never by the sentence. Written <c>bad-value</c>.</summary>
[JsonConverter(typeof(ProblemCodeConverter))]
public enum ProblemCode
{
    /// <summary>A field holds something that it cannot.</summary>
    BadValue,

    /// <summary>A file or a field of it is missing, unknown or unreadable.</summary>
    BadDocument,

    /// <summary>The body is no JSON of the right shape.</summary>
    BadJson,

    /// <summary>The request cannot be read.</summary>
    BadRequest,

    /// <summary>The file is no photograph that can be kept.</summary>
    BadPhoto,

    /// <summary>The file is no picture that can be measured.</summary>
    BadPicture,

    /// <summary>Far more was sent than fits.</summary>
    TooLarge,

    /// <summary>There is no room for one more of these.</summary>
    TooMany,

    /// <summary>Too many requests; wait.</summary>
    TooManyRequests,

    /// <summary>Something is given twice.</summary>
    Duplicate,

    /// <summary>Dependencies lead back to themselves.</summary>
    Circle,

    /// <summary>It is not there.</summary>
    NotFound,

    /// <summary>No unit has this tag.</summary>
    UnitMissing,

    /// <summary>No model has this key.</summary>
    ModelMissing,

    /// <summary>No standard has this key and version.</summary>
    StandardMissing,

    /// <summary>The id is that of something else.</summary>
    IdTaken,

    /// <summary>The key is taken.</summary>
    KeyTaken,

    /// <summary>The tag is taken.</summary>
    TagTaken,

    /// <summary>The sign-in name is taken.</summary>
    LoginTaken,

    /// <summary>The name is another person's.</summary>
    NameTaken,

    /// <summary>The standard has a draft already.</summary>
    DraftExists,

    /// <summary>The version is there already and differs.</summary>
    VersionExists,

    /// <summary>It is signed or approved and stays as it is.</summary>
    Immutable,

    /// <summary>Somebody else changed it since it was read.</summary>
    ChangedMeanwhile,

    /// <summary>The request does not say which version was seen.</summary>
    VersionNeeded,

    /// <summary>The rules find faults that nobody accepted.</summary>
    OpenFaults,

    /// <summary>A notch was read in two ways and nobody decided.</summary>
    Undecided,

    /// <summary>Lines that must be right were not read, and nobody says why.</summary>
    LinesUnread,

    /// <summary>What has to be looked at first was not.</summary>
    NotLookedAt,

    /// <summary>The check is not signed yet.</summary>
    NotSigned,

    /// <summary>The camera of the line-up cannot be planned.</summary>
    NotPlanned,

    /// <summary>The unit is booked for another shoot at that time.</summary>
    Booked,

    /// <summary>Somebody has the unit.</summary>
    UnitOut,

    /// <summary>Something speaks against handing the unit out.</summary>
    NotHandedOut,

    /// <summary>It cannot have happened as the loan stands.</summary>
    NotPossible,

    /// <summary>The sheet of a file is not the one that comes out here.</summary>
    SheetDiffers,

    /// <summary>Nobody would be left who can administer.</summary>
    LastTechnician,

    /// <summary>Nobody is signed in.</summary>
    SignIn,

    /// <summary>Name and password do not go together.</summary>
    WrongPassword,

    /// <summary>Too many wrong passwords; wait.</summary>
    Locked,

    /// <summary>The role does not include it.</summary>
    NotAllowed,

    /// <summary>The request lacks the token of the session.</summary>
    ForgeryToken,

    /// <summary>The unit has no camera that answers.</summary>
    CameraNone,

    /// <summary>The camera does not answer.</summary>
    CameraSilent,

    /// <summary>The camera refuses it.</summary>
    CameraRefused,

    /// <summary>The camera gave an invalid response.</summary>
    CameraInvalidResponse,

    /// <summary>The database cannot be reached.</summary>
    DatabaseAway,

    /// <summary>The disk or the memory of the database is full.</summary>
    DatabaseFull,

    /// <summary>Two changes met, or it took too long.</summary>
    DatabaseBusy,

    /// <summary>The database takes no changes.</summary>
    DatabaseReadOnly,

    /// <summary>The site had a fault.</summary>
    Fault,
}

/// <summary>Problem codes as they are written in answers.</summary>
public static class ProblemCodes
{
    /// <summary>The word of a code, e.g. <c>bad-value</c>.</summary>
    public static string Word(this ProblemCode code) => JsonNamingPolicy.KebabCaseLower.ConvertName(code.ToString());
}

/// <summary>Writes problem codes by their words.</summary>
public sealed class ProblemCodeConverter() : JsonStringEnumConverter<ProblemCode>(JsonNamingPolicy.KebabCaseLower);
