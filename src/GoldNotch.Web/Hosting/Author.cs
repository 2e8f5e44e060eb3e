using System.Reflection;

namespace GoldNotch.Web.Hosting;

/// <summary>The person a request comes from, as a parameter of an endpoint.</summary>
/// <param name="Name">The name on checks.</param>
/// <param name="Login">The sign-in name.</param>
internal sealed record Author(string Name, string Login) : IBindableFromHttpContext<Author>
{
    public static ValueTask<Author?> BindAsync(HttpContext context, ParameterInfo parameter) =>
        ValueTask.FromResult<Author?>(new Author(SignedIn.Name(context.User), SignedIn.Login(context.User)));
}
