using GoldNotch.Core.Units;

namespace GoldNotch.Core.Shoots;

/// <summary>How long things take in a department, minutes, 0 to a day each; what takes no time is not planned as a stretch of its own.</summary>
public sealed record PreparationTimes
{
    /// <summary>Most of each, minutes.</summary>
    public const double Most = 24 * 60;

    /// <summary>To check a camera by its sheet.</summary>
    public double Check
    {
        get;
        init => field = Of(value, "a check");
    } = 10;

    /// <summary>To count a kit and pack it.</summary>
    public double Count
    {
        get;
        init => field = Of(value, "counting and packing a kit");
    } = 4;

    /// <summary>To charge a battery whose specification states no time.</summary>
    public double Charge
    {
        get;
        init => field = Of(value, "charging a battery");
    } = 120;

    /// <summary>To format the cards of a camera and write its labels.</summary>
    public double Cards
    {
        get;
        init => field = Of(value, "formatting and labelling cards");
    } = 3;

    /// <summary>To match cameras, for each after the first; 0 where they are not matched.</summary>
    public double Match
    {
        get;
        init => field = Of(value, "matching a camera");
    } = 8;

    /// <summary>To put a special body together and inspect its pins.</summary>
    public double Assemble
    {
        get;
        init => field = Of(value, "assembling a camera");
    } = 15;

    /// <summary>To load everything and get to the place.</summary>
    public double Load
    {
        get;
        init => field = Of(value, "loading and getting there");
    } = 15;

    private static double Of(double minutes, string what) => Guard.InRange(minutes, 0, Most, $"number of minutes for {what}");
}
