using GoldNotch.Exchange;

namespace GoldNotch.Web.Tests.Hosting;

/// <summary>The week of the demo, brought into a site of the tests as ./start does it.</summary>
public static class Week
{
    /// <summary>The day that the files were written for; ./start names it too.</summary>
    public static readonly DateOnly WrittenFor = new(2026, 11, 30);

    /// <summary>Brings the people, the past loans and the week of the demo in, with its times of this week.</summary>
    public static async Task ImportAsync(TestClient ines)
    {
        (string Login, string Name)[] people = [("tobias", "Tobias Wren"), ("devi", "Devi Anand"), ("odile", "Odile Sarn")];
        foreach ((string login, string name) in people)
        {
            object person = new
            {
                login,
                name,
                role = "operator",
                password = TestSite.Password,
            };
            (await ines.SendAsync(HttpMethod.Post, "/api/people", person)).Status.ShouldBeLessThan(300);
        }

        int days = DateOnly.FromDateTime(DateTime.UtcNow).DayNumber - WrittenFor.DayNumber;
        // What is past lies beside the checks of then; only the week moves along.
        await FilesAsync(ines, "past", 0);
        await FilesAsync(ines, "week", days);
    }

    private static async Task FilesAsync(TestClient ines, string folder, int days)
    {
        foreach (string file in Directory.GetFiles(Path.Combine(TestSite.Root, "demo", folder), "*.json").Order(StringComparer.Ordinal))
        {
            string text = FileDates.Moved(await File.ReadAllTextAsync(file), days);
            (await ines.SendRawAsync(HttpMethod.Post, "/api/import", text, null)).ShouldBe(200, file);
        }
    }
}
