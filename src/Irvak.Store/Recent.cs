using System.Diagnostics.CodeAnalysis;

namespace Irvak.Store;

/// <summary>The values that were used last, a bounded number and a bounded weight of them.</summary>
/// <param name="most">How many are held.</param>
/// <param name="weight">Of a value, bytes or so; null where the number bounds them well enough.</param>
/// <param name="heaviest">How much they may weigh together; the newest is held whatever it weighs.</param>
public sealed class Recent<T>(int most, Func<T, long>? weight = null, long heaviest = long.MaxValue)
    where T : class
{
    private readonly Lock _lock = new();
    private readonly Dictionary<string, LinkedListNode<(string Key, T Value)>> _at = new(StringComparer.Ordinal);
    private readonly LinkedList<(string Key, T Value)> _order = new();

    private long _weight;

    private long WeightOf(T value) => weight?.Invoke(value) ?? 0;

    public bool TryGet(string key, [NotNullWhen(true)] out T? value)
    {
        lock (_lock)
        {
            value = null;
            if (!_at.TryGetValue(key, out var node))
                return false;
            _order.Remove(node);
            _order.AddFirst(node);
            value = node.Value.Value;
            return true;
        }
    }

    public void Put(string key, T value)
    {
        lock (_lock)
        {
            if (_at.TryGetValue(key, out var old))
                Drop(old);
            _at[key] = _order.AddFirst((key, value));
            _weight += WeightOf(value);
            while (_at.Count > most || (_weight > heaviest && _at.Count > 1))
                Drop(_order.Last!);
        }
    }

    private void Drop(LinkedListNode<(string Key, T Value)> node)
    {
        _at.Remove(node.Value.Key);
        _order.Remove(node);
        _weight -= WeightOf(node.Value.Value);
    }
}
