using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Verdicts;

/// <summary>What a finding states under one name: words, places, or an amount. It is put into words here and nowhere else.</summary>
public abstract record Stated
{
    private Stated() { }

    /// <summary>As it stands in a sentence.</summary>
    public abstract string Words { get; }

    public sealed override string ToString() => Words;

    /// <summary>A name or a phrase.</summary>
    public sealed record Phrase(string Text) : Stated
    {
        public override string Words => Text;
    }

    /// <summary>Places, in the order in which they are named.</summary>
    public sealed record Places(IReadOnlyList<Place> Of) : Stated
    {
        public override string Words => Say.Slots(Of);

        public bool Equals(Places? other) => other is not null && Of.SequenceEqual(other.Of);

        public override int GetHashCode() => Of.Aggregate(0, HashCode.Combine);
    }

    /// <summary>A number with its unit; a finding that states one brings the sum behind it.</summary>
    /// <param name="Value">The quantity, or a count.</param>
    public sealed record Amount(object Value) : Stated
    {
        public override string Words => Value.ToString() ?? "";
    }

    public static Stated At(Place place) => new Places([place]);

    public static Stated At(IReadOnlyList<Place> places) => new Places(places);

    public static implicit operator Stated(string text) => new Phrase(text);

    public static implicit operator Stated(Place place) => new Places([place]);

    public static implicit operator Stated(int count) => new Amount(count);

    public static implicit operator Stated(ByteCount size) => new Amount(size);

    public static implicit operator Stated(DiskSpace size) => new Amount(size);

    public static implicit operator Stated(Throughput rate) => new Amount(rate);

    public static implicit operator Stated(TransferRate rate) => new Amount(rate);

    public static implicit operator Stated(Money price) => new Amount(price);
}
