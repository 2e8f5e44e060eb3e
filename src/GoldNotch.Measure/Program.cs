using System.Globalization;
using GoldNotch.Measure;

// --all FOLDER                      every file and set of FOLDER/expected.json, one JSON object a line
// PICTURE --settings FILE.json      one picture; FILE has settings and regions
// --match-trial CASES [SEED]        random pairs and triples of stand-ins, matched by their pictures
// --figure-trial CASES [SEED]       random units, their filters and their noise measured by their pictures
switch (args)
{
    case ["--all", var folder]:
        await Lines.AllAsync(folder, Console.Out);
        return 0;
    case [var picture, "--settings", var settings]:
        MeasureTask task = MeasureTask.Read(File.ReadAllBytes(settings));
        Console.WriteLine((await Lines.FileAsync(picture, Path.GetFileName(picture), task)).ToJsonString());
        return 0;
    case ["--match-trial", var cases, .. var seeds]:
        return Trials.Run(
            int.Parse(cases, CultureInfo.InvariantCulture),
            seeds is [var seed] ? int.Parse(seed, CultureInfo.InvariantCulture) : 1
        );
    case ["--figure-trial", var cases, .. var seeds]:
        return Trials.Figures(
            int.Parse(cases, CultureInfo.InvariantCulture),
            seeds is [var from] ? int.Parse(from, CultureInfo.InvariantCulture) : 1
        );
    default:
        await Console.Error.WriteLineAsync(
            "measure --all FOLDER | measure PICTURE --settings FILE.json | measure --match-trial CASES [SEED] | measure --figure-trial CASES [SEED]"
        );
        return 2;
}
