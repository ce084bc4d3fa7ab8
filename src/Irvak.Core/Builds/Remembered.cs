namespace Irvak.Core.Builds;

/// <summary>What another job left in a place. It is not known to be there still: somebody looks, or says so.</summary>
/// <param name="Unit">Null for a place that was left empty.</param>
/// <param name="Job">Number of that job.</param>
/// <param name="On">When that job was begun.</param>
/// <param name="Same">False where that job was about another machine of this kind.</param>
public sealed record Remembered(Unit? Unit, string Job, DateOnly On, bool Same);
