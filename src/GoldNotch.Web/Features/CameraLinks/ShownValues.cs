using System.Globalization;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Units;

namespace GoldNotch.Web.Features.CameraLinks;

/// <summary>Values as a display shows them; what is not understood is null.</summary>
internal static class ShownValues
{
    internal static bool IsFilter(string label, string shows) => Same(label, shows) || Same($"ND {label}", shows);

    internal static bool IsBase(GainBase one, string shows) => Same(one.Word, shows) || Same(one.Base.Name, shows);

    internal static bool IsChoice(ChoicePosition position, string shows) => Same(position.Word, shows) || Same(position.Label, shows);

    internal static double? Gain(CameraModel model, string word, string shows) =>
        model.Gain.PositionsOn(word.Length == 0 ? null : word).FirstOrDefault(p => p.Name.Length > 0 && Same(p.Name, shows)) is { } named
            ? named.Gain.Value
            : Understood(() => (double?)Decibels.Parse(shows).Value);

    internal static double? Kelvins(string shows) => Understood(() => (double?)Kelvin.Parse(shows).Value);

    internal static string? Number(string shows) => Understood(() => FNumber.Parse(shows).Engraved());

    internal static double? Seconds(string shows) => Understood(() => (double?)ExposureTime.Parse(shows).Seconds);

    internal static double? Degrees(string shows) =>
        shows.Contains('°', StringComparison.Ordinal) ? Understood(() => (double?)ShutterAngle.Parse(shows).Degrees) : null;

    // A display writes a real minus sign, and sometimes a plus.
    internal static double? Tint(string shows) =>
        double.TryParse(shows.Replace('−', '-'), NumberStyles.Float, CultureInfo.InvariantCulture, out double tint) ? tint : null;

    private static bool Same(string left, string right) => left.Equals(right, StringComparison.OrdinalIgnoreCase);

    private static T? Understood<T>(Func<T?> read)
    {
        try
        {
            return read();
        }
        catch (QuantityException)
        {
            return default;
        }
    }
}
