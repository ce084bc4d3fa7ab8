namespace Irvak.Core.Inputs;

/// <summary>
/// What was worked out for one state of a job, each result beside all that went into it. For the next state what has the same input is
/// taken from there, and only the rest is worked out. A result never depends on what was kept: it is the one that the computation would
/// give again.
/// </summary>
public sealed class Kept
{
    private sealed record Entry(object Input, object? Result);

    private readonly Dictionary<string, Entry> _now;
    private readonly IReadOnlyDictionary<string, Entry> _before;
    private readonly string _prefix;

    /// <param name="before">What was kept for a state before; it is only read.</param>
    public Kept(Kept? before = null)
        : this([], before?._now ?? [], "") { }

    private Kept(Dictionary<string, Entry> now, IReadOnlyDictionary<string, Entry> before, string prefix) =>
        (_now, _before, _prefix) = (now, before, prefix);

    /// <summary>The same under names of its own.</summary>
    public Kept Within(string name) => new(_now, _before, _prefix + name + "/");

    /// <summary>The result of a computation that looks at its input and at nothing else.</summary>
    /// <param name="name">Of the computation, once for each.</param>
    public TResult Of<TInput, TResult>(string name, TInput input, Func<TInput, TResult> work)
        where TInput : notnull => Of(name, input, (i, _) => work(i));

    /// <summary>The same of a computation whose parts are kept too.</summary>
    public TResult Of<TInput, TResult>(string name, TInput input, Func<TInput, Kept, TResult> work)
        where TInput : notnull
    {
        name = _prefix + name;
        if (_before.TryGetValue(name, out var kept) && Alike.Same(kept.Input, input))
        {
            foreach (var (part, value) in _before)
                if (part.StartsWith(name, StringComparison.Ordinal) && (part.Length == name.Length || part[name.Length] == '/'))
                    _now[part] = value;
            return (TResult)kept.Result!;
        }
        var result = work(input, new(_now, _before, name + "/"));
        _now[name] = new(input, result);
        return result;
    }
}
