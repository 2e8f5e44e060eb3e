using System.Collections.Immutable;
using GoldNotch.Core.Cameras;
using GoldNotch.Core.Colour;
using GoldNotch.Core.Exposure;
using GoldNotch.Core.Judgements;
using GoldNotch.Core.LineUps;
using GoldNotch.Core.Optics;
using GoldNotch.Core.Sheets;
using GoldNotch.Core.Sheets.Compiling;
using GoldNotch.Core.Units;
using static GoldNotch.Core.Tests.LineUpTests;

namespace GoldNotch.Core.Tests;

/// <summary>Lenses, framing and the floor of a line-up.</summary>
public class LineUpGeometryTests
{
    [Fact]
    public void An_anamorphic_lens_takes_in_more_and_the_picture_is_as_wide_as_the_squeeze_says()
    {
        CameraModel squeezed = Alder with
        {
            Choices = Alder.Choices.SetItem(
                Setting.Squeeze,
                new ChoiceControl([new ChoicePosition("off", ""), new ChoicePosition("1.33", "")], false)
            ),
        };
        Standard wide = Ottermere.Make(
            "wide",
            Ottermere.Glasshouse.Light,
            ("record-format", "1080 29.97p", null),
            ("squeeze", "1.33", null),
            ("shutter", "180°", "⅙ stop"),
            ("gain", "0 dB", null)
        );
        PreparedCamera camera = LineUpReport
            .Of(Of(Camera("A", "f/5.6") with { Model = squeezed }) with { Standard = wide })
            .Cameras[0]
            .Prepared;
        camera.PictureRatio!.Value.ShouldBe(1.33 * 16 / 9, 1e-9, "2.36, not 2.40");
        LineUpReport plain = LineUpReport.Of(Of(Camera("A", "f/5.6")));
        camera.FramedWidth.Value.ShouldBe(plain.Cameras[0].Prepared.FramedWidth.Value * 1.33, 1e-9);
    }

    [Fact]
    public void The_floor_gives_distances_and_says_who_stands_in_whose_picture()
    {
        ImmutableArray<FloorThing> floor = [new FloorThing("speaker", "person", 0, 4, 0.3)];
        LineUpCamera back = Camera("A", "f/5.6") with { Distance = null, Place = (0, 0), LooksAt = "speaker", Focal = new Millimetres(9) };
        LineUpCamera before = Camera("B", "f/5.6") with { Distance = null, Place = (0.5, 2), LooksAt = "Speaker" };
        LineUpReport report = LineUpReport.Of(Of(back, before) with { Floor = floor });
        report.Cameras.Select(c => c.Plan.Camera.Standpoint!.Tape.Value).ShouldBe([4, Math.Sqrt(4.25)], 1e-9);
        report.Cameras[0].Plan.Camera.Standpoint!.Distance.Value.ShouldBe(3.99098, 1e-5, "a tape begins at the sensor");
        InThePicture crossing = report.InThePicture.ShouldHaveSingleItem();
        (crossing.Seen, crossing.By).ShouldBe(("B", "A"));
        crossing.FromMiddle.ShouldBe(Math.Atan2(0.5, 2) * 180 / Math.PI, 1e-9);
        report.Leans.Select(l => l.Letter).ShouldBe(["A", "B"]);
        LineUpReport.Of(Of(back with { Place = (0, 4) }) with { Floor = floor }).Faults[0].Message.ShouldContain("stands on speaker");
    }

    [Fact]
    public void Framing_gives_the_focal_length_and_the_focal_length_the_framing()
    {
        LineUpReport framed = LineUpReport.Of(Of(Camera("A", "f/5.6") with { Focal = null, Framed = new Metres(2) }));
        framed.Cameras[0].Prepared.FramedWidth.Value.ShouldBe(2, 1e-9);
        double focal = framed.Cameras[0].Plan.Camera.Standpoint!.Focal.Value;
        LineUpReport
            .Of(Of(Camera("A", "f/5.6") with { Focal = new Millimetres(focal) }))
            .Cameras[0]
            .Prepared.FramedWidth.Value.ShouldBe(2, 1e-9);
    }

    [Fact]
    public void A_tape_distance_is_longer_than_the_distance_from_the_lens()
    {
        Metres from = FieldOfView.FromTape(new Metres(1), new Millimetres(50));
        double f = 0.05;
        (from.Value + (f * from.Value / (from.Value - f))).ShouldBe(1, 1e-9, "object and image distance make the tape");
        Should
            .Throw<QuantityException>(() => FieldOfView.FromTape(new Metres(0.19), new Millimetres(50)))
            .Fault.ShouldBe(QuantityFault.OutOfRange);
    }
}
