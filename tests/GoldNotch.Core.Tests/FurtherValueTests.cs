using System.Globalization;
using System.Text.Json;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Values at the edges of the rules, worked out by hand, through the same operations as the worked values.</summary>
public class FurtherValueTests
{
    [Theory]
    [InlineData("filter.convert", """{"stops":-1}""", "out-of-range")]
    [InlineData("filter.combinations", """{"builtin":[{"label":"clear","stops":-2}],"front":[]}""", "out-of-range")]
    [InlineData("filter.combinations", """{"builtin":[],"front":[{"label":"a","stops":-3,"count":1}]}""", "out-of-range")]
    [InlineData("filter.combinations", """{"builtin":[{"label":"clear","stops":0}],"front":[],"max_front":3}""", "out-of-range")]
    [InlineData("battery", """{"wh":98,"watts":28,"health":0,"planned_min":240}""", "out-of-range")]
    [InlineData("battery", """{"wh":98,"watts":28,"health":1.2,"planned_min":240}""", "out-of-range")]
    [InlineData("card.needed", """{"planned_s":-1,"each_s":115}""", "out-of-range")]
    [InlineData("tc.frame", """{"label":"01:00:00;00","drop":false,"rate_num":30000,"rate_den":1001}""", "bad-label")]
    [InlineData("lens.loss", """{"n":2,"t_number":1.8}""", "out-of-range")]
    [InlineData("curve.encode", """{"curve":"HLG","x":"NaN"}""", "not-finite")]
    [InlineData("curve.decode", """{"curve":"BT.709","v":"NaN"}""", "not-finite")]
    [InlineData("iris.quantise", """{"n":6,"n_min":22,"n_max":2,"step_stops":0}""", "out-of-range")]
    [InlineData("iris.quantise", """{"n":6,"n_min":2,"n_max":22,"step_stops":-1}""", "out-of-range")]
    [InlineData("flicker.offer", """{"mains_hz":50,"t_s":0.0208,"shutters_den":[1000]}""", "no-choice")]
    [InlineData("wb.grade", """{"cast_mired":"NaN"}""", "not-finite")]
    public void What_cannot_be_is_refused_by_its_kind(string op, string given, string fault)
    {
        QuantityException refused = Should.Throw<QuantityException>(() => Run(op, given));
        VectorOperations.ErrorName(refused.Fault).ShouldBe(fault);
    }

    [Theory]
    [InlineData("rate.parse", """{"text":"47.952"}""", "rate_num", 48000)]
    [InlineData("rate.parse", """{"text":"23.98"}""", "rate_den", 1001)]
    [InlineData("rate.parse", """{"text":"24.01"}""", "rate_den", 100)]
    [InlineData("card.needed", """{"planned_s":0,"each_s":115}""", "cards", 0)]
    [InlineData("battery", """{"wh":98,"watts":28,"planned_min":0}""", "batteries", 0)]
    [InlineData("exposure.iris_for", """{"lux":300,"meter_c":300,"t_s":0.01,"iso":400,"nd_stops":2}""", "n", 1)]
    [InlineData("exposure.lux_for", """{"n":2,"t_s":0.01,"iso":400,"meter_c":300}""", "lux", 300)]
    [InlineData("latitude", """{"h_stops":6,"s_stops":8,"n_stops":-1,"mode":"gain","s_curve_stops":8.5}""", "shadows_stops", 8.5)]
    [InlineData("wb.round", """{"k":2000,"step_k":100,"min_k":2350}""", "k", 2350)]
    public void What_people_write_is_worked_out(string op, string given, string field, double wanted) =>
        Convert.ToDouble(Run(op, given)[field], CultureInfo.InvariantCulture).ShouldBe(wanted, 1e-9);

    [Theory]
    [InlineData(12, 15, "slight")]
    [InlineData(4, 3, "fault")]
    [InlineData(4, 6, "unseen")]
    public void A_tolerance_of_the_standard_decides_what_is_a_fault(double cast, double slack, string grade) =>
        Run("wb.grade", $$"""{"cast_mired":{{cast}},"slack_mired":{{slack}}}""")["grade"].ShouldBe(grade);

    [Theory]
    [InlineData("nominal", "nominal", true)]
    [InlineData("nominal", "measured", false)]
    [InlineData("nominal", "clear", false)]
    public void From_one_reading_only_two_filters_known_by_their_label_are_checked_on_a_card(string left, string right, bool check) =>
        Run("lineup.spread", $$"""{"a":{"filter":"{{left}}"},"b":{"filter":"{{right}}"},"one_reading":true}""")["check_on_card"]
            .ShouldBe(check);

    [Fact]
    public void A_field_that_no_adapter_reads_is_told()
    {
        var given = new Given(JsonDocument.Parse("""{"gain_db":18,"steps":[{"a":1}]}""").RootElement);
        VectorOperations.Run("db.to_stops", given);
        given.Unread.ShouldBe(["/steps", "/steps/0/a"]);
    }

    private static Dictionary<string, object?> Run(string op, string given) =>
        VectorOperations.Run(op, new Given(JsonDocument.Parse(given).RootElement));
}
