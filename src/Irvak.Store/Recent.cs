using System.Diagnostics.CodeAnalysis;

namespace Irvak.Store;

/// <summary>The values that were used last, a bounded number of them.</summary>
/// <param name="most">How many are held.</param>
public sealed class Recent<T>(int most)
    where T : class
{
    private readonly Lock _lock = new();
    private readonly Dictionary<string, LinkedListNode<(string Key, T Value)>> _at = new(StringComparer.Ordinal);
    private readonly LinkedList<(string Key, T Value)> _order = new();

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
            if (_at.Remove(key, out var old))
                _order.Remove(old);
            _at[key] = _order.AddFirst((key, value));
            if (_at.Count <= most)
                return;
            _at.Remove(_order.Last!.Value.Key);
            _order.RemoveLast();
        }
    }
}
