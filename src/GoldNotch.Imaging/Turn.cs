namespace GoldNotch.Imaging;

/// <summary>How a stored picture is turned upright: mirrored left to right first, then turned clockwise by quarters.</summary>
/// <param name="Mirrored">Whether it is mirrored.</param>
/// <param name="Quarters">Quarters of a turn, clockwise, 0 to 3.</param>
public readonly record struct Turn(bool Mirrored, int Quarters)
{
    /// <summary>As stored.</summary>
    public static Turn None { get; }

    /// <summary>Whether width and height change places.</summary>
    public bool IsSideways => Quarters % 2 == 1;

    /// <summary>By the orientation tag of EXIF, 1 to 8; anything else leaves the picture as it is.</summary>
    internal static Turn OfExif(int orientation) =>
        orientation switch
        {
            2 => new Turn(true, 0),
            3 => new Turn(false, 2),
            4 => new Turn(true, 2),
            5 => new Turn(true, 3),
            6 => new Turn(false, 1),
            7 => new Turn(true, 1),
            8 => new Turn(false, 3),
            _ => None,
        };

    /// <summary>By the degrees of a clip's display matrix, counter-clockwise as the tool prints them.</summary>
    internal static Turn OfDegrees(double counterClockwise) => new(false, (int)((Math.Round(-counterClockwise / 90) % 4) + 4) % 4);

    /// <summary>Where a pixel of the upright picture is stored.</summary>
    /// <param name="column">Column, upright.</param>
    /// <param name="row">Row, upright.</param>
    /// <param name="width">Stored pixels a row.</param>
    /// <param name="height">Stored rows.</param>
    internal (int Column, int Row) Stored(int column, int row, int width, int height)
    {
        (int x, int y) = Quarters switch
        {
            1 => (row, height - 1 - column),
            2 => (width - 1 - column, height - 1 - row),
            3 => (width - 1 - row, column),
            _ => (column, row),
        };
        return (Mirrored ? width - 1 - x : x, y);
    }
}
