using GoldNotch.Core.Sheets;

namespace GoldNotch.Core.Tests;

/// <summary>Options of policies: each matter has an enumeration of its own, so that a rule cannot ask for one that is not there.</summary>
public class PolicyTests
{
    public static TheoryData<PolicyMatter> Matters { get; } = [.. Enum.GetValues<PolicyMatter>()];

    [Theory]
    [MemberData(nameof(Matters))]
    public void The_options_of_a_matter_are_the_members_of_its_enumeration_the_default_first(PolicyMatter matter)
    {
        var policy = Policy.Of(matter);
        policy.Matter.ShouldBe(matter);
        Type options = policy.Default.Value.GetType();
        policy.Options.Select(o => o.Value).ShouldBe(Enum.GetValues(options).Cast<Enum>());
        policy.Options.Select(o => o.Key).ShouldBeUnique();
        Policy.All.Count(p => p.Default.Value.GetType() == options).ShouldBe(1);
    }

    [Fact]
    public void What_a_file_names_is_the_option_that_a_rule_asks_for()
    {
        Policies never = Policies.Defaults.With("gain-allowed", "never");
        never.Is(GainPolicy.Never).ShouldBeTrue();
        never.Of<GainPolicy>().ShouldBe(GainPolicy.Never);
        never.Is(ZebraPolicy.Clipping).ShouldBeTrue("what is not named goes by its default");
        Policies.Defaults.Is(GainPolicy.Never).ShouldBeFalse();
    }
}
