using GoldNotch.Core.Cameras;
using GoldNotch.Core.Judgements;

namespace GoldNotch.Core.Checks;

/// <summary>A reading that reached the site after its check was signed: the record stays as it was signed, and this is added beside it.</summary>
public static class LateReading
{
    private const string RuleId = "CHECK-LATE-READING";

    private static readonly Template TakenBack = new(
        RuleId,
        "taken-back",
        "Reading taken back before the check was signed; uploaded afterwards."
    );
    private static readonly Template SetTo = new(RuleId, "set-to", "Set to {read} before the check was signed; uploaded afterwards.");
    private static readonly Template ReadAs = new(RuleId, "read-as", "Read as {read} before the check was signed; uploaded afterwards.");

    /// <summary>What is added.</summary>
    /// <param name="setting">The setting.</param>
    /// <param name="stage">Whether it was read as found, or as left after correcting.</param>
    /// <param name="read">What was read, as typed; null where the reading was taken back.</param>
    public static Judgement Of(Setting setting, CheckStage stage, string? read) =>
        read is null ? TakenBack.Of(setting) : (stage == CheckStage.Left ? SetTo : ReadAs).Of(setting, ("read", read));
}
