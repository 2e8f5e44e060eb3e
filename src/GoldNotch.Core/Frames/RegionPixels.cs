namespace GoldNotch.Core.Frames;

/// <summary>Values of the single pixels of a region, row by row.</summary>
public static class RegionPixels
{
    /// <summary>Each pixel's largest channel, as light.</summary>
    public static double[] Largest<TPixels>(TPixels picture, FrameRegion region, PictureProfile profile)
        where TPixels : IPixels, allows ref struct => Each(picture, region, profile, l => Math.Max(l.Red, Math.Max(l.Green, l.Blue)));

    /// <summary>Each pixel's luminance.</summary>
    public static double[] Luminances<TPixels>(TPixels picture, FrameRegion region, PictureProfile profile)
        where TPixels : IPixels, allows ref struct => Each(picture, region, profile, l => l.Luminance);

    /// <summary>Share of the pixels outside every region that are clipped.</summary>
    /// <param name="picture">The picture.</param>
    /// <param name="subjects">The regions that do not count.</param>
    /// <param name="profile">What the signals are in.</param>
    /// <returns>0 to 1; 0 where nothing is outside.</returns>
    public static double ClippedOutside<TPixels>(TPixels picture, IReadOnlyCollection<FrameRegion> subjects, PictureProfile profile)
        where TPixels : IPixels, allows ref struct
    {
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        bool[] inside = new bool[picture.Width];
        (long clipped, long all) = (0, 0);
        for (int row = 0; row < picture.Height; row++)
        {
            Array.Clear(inside);
            foreach (FrameRegion subject in subjects)
            {
                (int from, int to) = subject.Columns(row, picture.Width, picture.Height);
                inside.AsSpan(from, to - from).Fill(true);
            }

            picture.Read(row, 0, red, green, blue);
            for (int x = 0; x < inside.Length; x++)
            {
                if (!inside[x])
                {
                    all++;
                    clipped += profile.IsClipped(red[x], green[x], blue[x]) ? 1 : 0;
                }
            }
        }

        return all == 0 ? 0 : (double)clipped / all;
    }

    private static double[] Each<TPixels>(TPixels picture, FrameRegion region, PictureProfile profile, Func<LinearRgb, double> value)
        where TPixels : IPixels, allows ref struct
    {
        double[] values = new double[region.Pixels(picture.Width, picture.Height)];
        LightReader light = new(profile, values.Length);
        double[] red = new double[picture.Width];
        double[] green = new double[picture.Width];
        double[] blue = new double[picture.Width];
        int at = 0;
        for (int row = 0; row < picture.Height; row++)
        {
            (int from, int to) = region.Columns(row, picture.Width, picture.Height);
            picture.Read(row, from, red.AsSpan(0, to - from), green.AsSpan(0, to - from), blue.AsSpan(0, to - from));
            for (int i = 0; i < to - from; i++)
            {
                values[at++] = value(light.Of(red[i], green[i], blue[i]));
            }
        }

        return values;
    }
}
