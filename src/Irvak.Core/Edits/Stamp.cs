namespace Irvak.Core.Edits;

/// <summary>Who made an edit, and when; given from outside, the core has no clock.</summary>
public sealed record Stamp(string Who, DateTimeOffset When)
{
    /// <summary>Nobody's: for trying an edit out.</summary>
    public static readonly Stamp None = new("", default);
}
