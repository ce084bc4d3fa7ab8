namespace Irvak.Core.Inputs;

/// <summary>
/// What was worked out for one state of a job, each result beside all that went into it. For the next state what has the same input is
/// taken from there, and only the rest is worked out. A result never depends on what was kept: it is the one that the computation would
/// give again.
/// </summary>
/// <param name="before">What was kept for a state before; it is only read.</param>
public sealed class Kept(Kept? before = null)
{
    private readonly Dictionary<string, (object Input, object? Result)> _now = new(StringComparer.Ordinal);

    /// <summary>The result of a computation that looks at its input and at nothing else.</summary>
    /// <param name="name">Of the computation, once for each.</param>
    public TResult Of<TInput, TResult>(string name, TInput input, Func<TInput, TResult> work)
        where TInput : notnull => Of(name, input, (i, _) => work(i));

    /// <summary>The same of a computation whose parts are kept too; their names begin with its own.</summary>
    public TResult Of<TInput, TResult>(string name, TInput input, Func<TInput, Kept, TResult> work)
        where TInput : notnull
    {
        if (before?._now.TryGetValue(name, out var kept) == true && Alike.Same(kept.Input, input))
        {
            foreach (var (part, value) in before._now)
                if (part.StartsWith(name, StringComparison.Ordinal))
                    _now[part] = value;
            return (TResult)kept.Result!;
        }
        var result = work(input, this);
        _now[name] = (input, result);
        return result;
    }

    /// <summary>The same without what it was taken from, which is not needed any more.</summary>
    public Kept Sealed()
    {
        before = null;
        return this;
    }
}
