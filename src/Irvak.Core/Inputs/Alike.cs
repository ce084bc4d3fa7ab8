using System.Collections;
using System.Collections.Concurrent;
using System.Linq.Expressions;
using System.Reflection;
using System.Runtime.CompilerServices;
using Irvak.Core.Builds;

namespace Irvak.Core.Inputs;

/// <summary>
/// Whether two values say the same to a computation: the same object, equal values, or records and lists whose parts say the same. It
/// looks at every property that can be given, so that one which is added later counts too. What is not seen to be the same is not: then
/// something is worked out once more, and nothing else happens.
/// </summary>
public static class Alike
{
    public static bool Same(object? a, object? b)
    {
        if (ReferenceEquals(a, b))
            return true;
        if (a is null || b is null)
            return false;
        if (a is Build one && b is Build other)
            return SameUnits(one, other);
        if (a is string || a.GetType().IsPrimitive || a.GetType().IsEnum)
            return a.Equals(b);
        if (a is IDictionary left && b is IDictionary right)
            return SameEntries(left, right);
        // A list that was read and one that was put together say the same.
        if (a is IEnumerable first && b is IEnumerable second)
            return SameItems(first, second);
        if (a.GetType() != b.GetType())
            return false;
        if (a is ITuple tuple)
            return Enumerable.Range(0, tuple.Length).All(i => Same(tuple[i], ((ITuple)b)[i]));
        return Parts.GetOrAdd(a.GetType(), Of) is { Length: > 0 } parts ? Array.TrueForAll(parts, p => Same(p(a), p(b))) : a.Equals(b);
    }

    // Units are never changed, only put in place of each other: two that are equal in their parts and not the same object are rare.
    private static bool SameUnits(Build a, Build b) =>
        a.Units.Count == b.Units.Count
        && a.Unnamed.SetEquals(b.Unnamed)
        && (
            ReferenceEquals(a.Units, b.Units)
            || a.Units.Zip(b.Units).All(p => p.First.Key == p.Second.Key && Same(p.First.Value, p.Second.Value))
        );

    private static bool SameEntries(IDictionary a, IDictionary b)
    {
        if (a.Count != b.Count)
            return false;
        foreach (DictionaryEntry entry in a)
            if (!b.Contains(entry.Key) || !Same(entry.Value, b[entry.Key]))
                return false;
        return true;
    }

    private static bool SameItems(IEnumerable a, IEnumerable b)
    {
        var (left, right) = (a.GetEnumerator(), b.GetEnumerator());
        while (left.MoveNext())
            if (!right.MoveNext() || !Same(left.Current, right.Current))
                return false;
        return !right.MoveNext();
    }

    private static readonly ConcurrentDictionary<Type, Func<object, object?>[]> Parts = new();

    /// <summary>What a record or a class holds: each property that can be given, and each that is set once. Nothing for values of other
    /// kinds, which know themselves when they are equal.</summary>
    private static Func<object, object?>[] Of(Type type)
    {
        var held =
            type.Namespace?.StartsWith("Irvak", StringComparison.Ordinal) == true
                ? type.GetProperties(BindingFlags.Instance | BindingFlags.Public)
                    .Where(p => p.CanRead && p.GetIndexParameters().Length == 0 && (p.CanWrite || IsSetOnce(p)))
                : [];
        return [.. held.Select(p => Getter(p, type))];
    }

    // The compiler keeps such a property in a field of this name.
    private static bool IsSetOnce(PropertyInfo property) =>
        property.DeclaringType!.GetField($"<{property.Name}>k__BackingField", BindingFlags.Instance | BindingFlags.NonPublic) is not null;

    private static Func<object, object?> Getter(PropertyInfo property, Type type)
    {
        var value = Expression.Parameter(typeof(object));
        return Expression
            .Lambda<Func<object, object?>>(
                Expression.Convert(Expression.Property(Expression.Convert(value, type), property), typeof(object)),
                value
            )
            .Compile();
    }
}
