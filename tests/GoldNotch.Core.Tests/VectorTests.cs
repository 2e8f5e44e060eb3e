using System.Text.Json;
using GoldNotch.Core.Units;

namespace GoldNotch.Core.Tests;

/// <summary>Every worked value of the sections that are built. A section that is not built yet is named here, so none is forgotten.</summary>
public class VectorTests
{
    private static readonly string[] NotBuiltYet = [];

    // Every file of worked values that stands beside the first, in the order of their names.
    private static readonly JsonElement[] Vectors =
    [
        .. Directory
            .GetFiles(AppContext.BaseDirectory, "vectors*.json")
            .Order(StringComparer.Ordinal)
            .SelectMany(f => JsonDocument.Parse(File.ReadAllText(f)).RootElement.GetProperty("vectors").EnumerateArray()),
    ];

    public static TheoryData<int, string> Built()
    {
        var data = new TheoryData<int, string>();
        int index = 0;
        foreach (JsonElement vector in Vectors)
        {
            if (!NotBuiltYet.Contains(vector.GetProperty("section").GetString()))
            {
                data.Add(index, $"{vector.GetProperty("op").GetString()}: {vector.GetProperty("name").GetString()}");
            }

            index++;
        }

        return data;
    }

    [Theory]
    [MemberData(nameof(Built))]
    public void Worked_value_holds(int index, string name)
    {
        JsonElement vector = Vectors[index];
        string op = vector.GetProperty("op").GetString()!;
        var input = new Given(vector.GetProperty("in"));
        if (vector.TryGetProperty("error", out JsonElement error))
        {
            QuantityException refused = Should.Throw<QuantityException>(() => VectorOperations.Run(op, input), name);
            VectorOperations.ErrorName(refused.Fault).ShouldBe(error.GetString(), name);
            return;
        }

        Dictionary<string, object?> got = VectorOperations.Run(op, input);
        input.Unread.ShouldBeEmpty($"{name}: fields that the adapter of {op} does not read");
        double relative = vector.TryGetProperty("tol", out JsonElement t) ? t.GetDouble() : 1e-6;
        JsonElement? per = vector.TryGetProperty("tol_abs", out JsonElement p) ? p : null;
        CompareAll(got, vector.GetProperty("out"), relative, per, name);
    }

    [Fact]
    public void Every_built_section_has_vectors() =>
        Vectors
            .Select(v => v.GetProperty("section").GetString()!)
            .Distinct()
            .Except(NotBuiltYet)
            .ShouldBe(
                ["1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12", "13", "14", "15", "16", "17", "18", "19", "20", "21"],
                ignoreOrder: true
            );

    private static void CompareAll(Dictionary<string, object?> got, JsonElement wanted, double relative, JsonElement? per, string name)
    {
        foreach (JsonProperty want in wanted.EnumerateObject())
        {
            got.ShouldContainKey(want.Name, name);
            if (got[want.Name] is Dictionary<string, object?> inner)
            {
                CompareAll(inner, want.Value, relative, per, $"{name}, {want.Name}");
                continue;
            }

            if (got[want.Name] is Dictionary<string, object?>[] rows)
            {
                rows.Length.ShouldBe(want.Value.GetArrayLength(), name);
                foreach ((Dictionary<string, object?> row, JsonElement wantedRow) in rows.Zip(want.Value.EnumerateArray()))
                {
                    CompareAll(row, wantedRow, relative, per, $"{name}, {want.Name} {row.Values.First()}");
                }

                continue;
            }

            double absolute = per is { } p && p.TryGetProperty(want.Name, out JsonElement a) ? a.GetDouble() : 0;
            Compare(got[want.Name], want.Value, relative, absolute, $"{name}, {want.Name}");
        }
    }

    private static void Compare(object? got, JsonElement want, double relative, double absolute, string name)
    {
        switch (want.ValueKind)
        {
            case JsonValueKind.Number:
                double expected = want.GetDouble();
                double actual = Convert.ToDouble(got, System.Globalization.CultureInfo.InvariantCulture);
                double tolerance = Math.Max(1e-9, Math.Max(relative * Math.Abs(expected), absolute));
                Math.Abs(actual - expected).ShouldBeLessThanOrEqualTo(tolerance, $"{name}: got {actual}, want {expected}");
                break;
            case JsonValueKind.Array when got is string[] texts:
                texts.ShouldBe(want.EnumerateArray().Select(e => e.GetString()!), name);
                break;
            case JsonValueKind.Array:
                double[] list = (double[])got!;
                list.Length.ShouldBe(want.GetArrayLength(), name);
                foreach ((double each, JsonElement wanted) in list.Zip(want.EnumerateArray()))
                {
                    each.ShouldBe(wanted.GetDouble(), 1e-9, name);
                }

                break;
            case JsonValueKind.Null:
                got.ShouldBeNull(name);
                break;
            case JsonValueKind.String:
                got.ShouldBe(want.GetString(), name);
                break;
            default:
                got.ShouldBe(want.GetBoolean(), name);
                break;
        }
    }
}
