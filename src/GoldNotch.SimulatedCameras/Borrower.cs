using GoldNotch.Core.Cameras;
using GoldNotch.Core.StandIns;

namespace GoldNotch.SimulatedCameras;

/// <summary><em>Borrowed by somebody</em>: what people change and leave, drawn from a seed, so that it can be told again.</summary>
public static class Borrower
{
    // What is left on most often; the weights are made up for the demo, as everything in it.
    private static readonly (Setting Setting, int Weight, string[] To)[] Habits =
    [
        (Setting.Gain, 9, ["auto", "+12", "H", "+6", "ISO 3200"]),
        (Setting.HighRate, 8, ["on"]),
        (Setting.WhiteBalance, 8, ["5600", "auto", "3200", "B"]),
        (Setting.RecordFormat, 7, ["1080 59.94i", "1080 59.94p", "1080 23.976p"]),
        (Setting.AudioLevelControl, 7, ["automatic"]),
        (Setting.Phantom1, 6, ["off"]),
        (Setting.FocusMode, 6, ["auto"]),
        (Setting.NeutralDensity, 6, ["1/4", "1", "1/16", "2"]),
        (Setting.IrisControl, 5, ["auto"]),
        (Setting.Input2, 4, ["built-in", "line"]),
        (Setting.Language, 3, ["Kernish", "Ottish"]),
        (Setting.DigitalZoom, 3, ["on"]),
        (Setting.Zebra, 3, ["70", "80"]),
        (Setting.Stabiliser, 3, ["strong", "standard"]),
        (Setting.Shutter, 3, ["1/250", "1/100", "1/30"]),
        (Setting.Profile, 2, ["log", "standard"]),
        (Setting.ViewingLut, 2, ["on"]),
        (Setting.TimecodeCount, 2, ["drop-frame"]),
        (Setting.FullAuto, 2, ["on"]),
        (Setting.Magnifier, 2, ["on"]),
        (Setting.AutoExposureShift, 1, ["0.5", "-0.5"]),
    ];

    /// <summary>Scrambles a camera: two to six things that this camera can be left at.</summary>
    /// <param name="camera">The camera.</param>
    /// <param name="chance">Chance, handed in.</param>
    /// <returns>What was changed.</returns>
    public static IReadOnlyList<Setting> Scramble(StandIn camera, Random chance)
    {
        List<Setting> changed = [];
        int faults = 2 + chance.Next(5);
        for (int tries = 0; tries < 60 && changed.Count < faults; tries++)
        {
            (Setting setting, _, string[] to) = Drawn(chance);
            if (changed.Contains(setting) || changed.Contains(Setting.FullAuto))
            {
                continue;
            }

            string before = camera.Shown(setting)?.Shows ?? "";
            foreach (string value in to.Skip(chance.Next(to.Length)))
            {
                try
                {
                    camera.Set(setting, value);
                    if (camera.Shown(setting)?.Shows != before || camera.Shown(setting)?.Automatic == true)
                    {
                        changed.Add(setting);
                    }

                    break;
                }
                catch (RefusedByCameraException)
                {
                    // This camera has no such place: somebody else's habit.
                }
            }
        }

        camera.Charge = 0.15 + (0.85 * chance.NextDouble());
        camera.Clips += 1 + chance.Next(40);
        return changed;
    }

    private static (Setting Setting, int Weight, string[] To) Drawn(Random chance)
    {
        int at = chance.Next(Habits.Sum(h => h.Weight));
        return Habits.First(h => (at -= h.Weight) < 0);
    }
}
