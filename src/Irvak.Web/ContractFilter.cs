using System.Collections.Concurrent;
using System.Reflection;
using Irvak.Core.Contracts;

namespace Irvak.Web;

/// <summary>
/// Holds every argument of every endpoint against the contract before the endpoint runs: texts of address and query, and documents.
/// An endpoint that is added later is held by it too.
/// </summary>
public static class ContractFilter
{
    // Texts of an address are names and searches; labels are pasted one below the other.
    private const int MostText = 400,
        MostLabels = 20_000;

    private static readonly ConcurrentDictionary<Type, bool> Documents = new();

    public static EndpointFilterDelegate Make(EndpointFilterFactoryContext context, EndpointFilterDelegate next)
    {
        var names = context.MethodInfo.GetParameters().Select(p => p.Name ?? "").ToArray();
        return invocation =>
        {
            for (var i = 0; i < invocation.Arguments.Count; i++)
                if (Problem(invocation.Arguments[i], names[i]) is { } problem)
                    return ValueTask.FromResult<object?>(Problems.Invalid(problem));
            return next(invocation);
        };
    }

    private static SheetProblem? Problem(object? argument, string name) =>
        argument switch
        {
            null => null,
            string text when name is "text" or "modules" => Contract.TextProblem(text, "/" + name, MostLabels, lines: true),
            string text => Contract.TextProblem(text, "/" + name, MostText),
            _ => IsDocument(argument.GetType()) ? Contract.Problem(argument) : null,
        };

    /// <summary>Records are documents; services are classes.</summary>
    private static bool IsDocument(Type type) =>
        Documents.GetOrAdd(type, t =>
            t.Namespace?.StartsWith("Irvak", StringComparison.Ordinal) == true
            && t.GetMethod("<Clone>$", BindingFlags.Public | BindingFlags.Instance) is not null
        );
}
