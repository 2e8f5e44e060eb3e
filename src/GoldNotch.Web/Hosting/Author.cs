using System.Reflection;
using GoldNotch.Data;

namespace GoldNotch.Web.Hosting;

/// <summary>The person a request comes from, as a parameter of an endpoint.</summary>
/// <param name="Id">The person's id.</param>
/// <param name="Name">The name on checks, as it is now.</param>
/// <param name="Login">The sign-in name.</param>
internal sealed record Author(Guid Id, string Name, string Login) : IBindableFromHttpContext<Author>
{
    /// <summary>The person as the stores write one.</summary>
    internal Actor Actor => new(Id, Name);

    public static ValueTask<Author?> BindAsync(HttpContext context, ParameterInfo parameter) =>
        ValueTask.FromResult<Author?>(new Author(SignedIn.Id(context.User), SignedIn.Name(context.User), SignedIn.Login(context.User)));
}
