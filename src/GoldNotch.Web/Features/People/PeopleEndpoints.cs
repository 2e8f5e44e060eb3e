using System.Text.RegularExpressions;
using GoldNotch.Data;
using GoldNotch.Exchange;
using GoldNotch.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Identity;

namespace GoldNotch.Web.Features.People;

/// <summary>A person as technicians see one.</summary>
public sealed record PersonView(string Login, string Name, Role Role, bool Active, bool Locked, int Version);

/// <summary>A person to add.</summary>
public sealed record PersonBegin(string Login, string Name, string Role, string Password);

/// <summary>What of a person can be changed.</summary>
public sealed record PersonEdit(string Name, string Role, bool Active);

/// <summary>A password that a technician gives.</summary>
public sealed record PasswordGiven(string Password);

/// <summary>People, for technicians.</summary>
internal static partial class PeopleEndpoints
{
    internal static void MapPeople(this IEndpointRouteBuilder api)
    {
        RouteGroupBuilder people = api.MapGroup("/people").Needs(Right.ManagePeople);
        people.MapGet("", ListAsync).WithName("listPeople");
        people.MapPost("", AddAsync).ProducesProblem(409).WithName("addPerson");
        people
            .MapPut("/{login}", ChangeAsync)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(412)
            .ProducesProblem(428)
            .WithName("putPerson");
        people.MapPost("/{login}/password", GivePasswordAsync).ProducesProblem(404).WithName("givePassword");
    }

    private static async Task<Ok<IReadOnlyList<PersonView>>> ListAsync(PersonStore people, TimeProvider clock, CancellationToken cancel) =>
        TypedResults.Ok<IReadOnlyList<PersonView>>([.. (await people.ListAsync(cancel)).Select(p => View(p, clock.GetUtcNow()))]);

    private static async Task<Created<PersonView>> AddAsync(
        PersonBegin begin,
        Author author,
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        if (!LoginShape().IsMatch(begin.Login))
        {
            throw new RefusedException(
                ProblemCode.BadValue,
                "/login",
                "A sign-in name has 2 to 40 small letters, digits, dots or hyphens and begins with a letter."
            );
        }

        Passwords.Check(begin.Password, "/password");
        var person = new StoredPerson(begin.Login, Name(begin.Name), Read(begin.Role), "", 0, null);
        return await people.AddAsync(person with { PasswordHash = hasher.HashPassword(person, begin.Password) }, author.Name, cancel)
            ? TypedResults.Created($"/api/people/{person.Login}", View(person, clock.GetUtcNow()))
            : throw new RefusedException(ProblemCode.LoginTaken, "/login", $"“{begin.Login}” is taken. Choose another sign-in name.");
    }

    private static async Task<Results<Ok<PersonView>, ProblemHttpResult>> ChangeAsync(
        string login,
        PersonEdit edit,
        SeenVersion seen,
        Author author,
        PersonStore people,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        StoredPerson person = await people.GetAsync(login, cancel) ?? throw NotFound(login);
        StoredPerson? after = await people.ChangeAsync(
            person with
            {
                Name = Name(edit.Name),
                Role = Read(edit.Role),
                Active = edit.Active,
                Version = seen.Number,
            },
            author.Name,
            cancel
        );
        return after is null
            ? TypedResults.Problem(
                ProblemHandler.Problem(
                    412,
                    ProblemCode.ChangedMeanwhile,
                    "",
                    $"Somebody changed {person.Name} meanwhile. Load the list again and decide."
                )
            )
            : TypedResults.Ok(View(after, clock.GetUtcNow()));
    }

    private static async Task<NoContent> GivePasswordAsync(
        string login,
        PasswordGiven given,
        Author author,
        PersonStore people,
        IPasswordHasher<StoredPerson> hasher,
        CancellationToken cancel
    )
    {
        Passwords.Check(given.Password, "/password");
        StoredPerson person = await people.GetAsync(login, cancel) ?? throw NotFound(login);
        await people.ChangePasswordAsync(login, hasher.HashPassword(person, given.Password), author.Name, cancel);
        return TypedResults.NoContent();
    }

    private static PersonView View(StoredPerson p, DateTimeOffset now) =>
        new(p.Login, p.Name, p.Role, p.Active, p.LockedUntil > now, p.Version);

    private static string Name(string name) =>
        name.Trim().Length is > 0 and <= 80
            ? name.Trim()
            : throw new RefusedException(ProblemCode.BadValue, "/name", "The name has 1 to 80 characters.");

    private static Role Read(string word) =>
        Roles.TryParse(word, out Role role)
            ? role
            : throw new RefusedException(ProblemCode.BadValue, "/role", $"The role is one of {string.Join(", ", Roles.Words)}.");

    private static RefusedException NotFound(string login) =>
        new(ProblemCode.NotFound, "/login", $"There is nobody who signs in as “{(login.Length > 40 ? login[..40] : login)}”.");

    [GeneratedRegex("^[a-z][a-z0-9.-]{1,39}$")]
    private static partial Regex LoginShape();
}
