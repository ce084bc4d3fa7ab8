namespace Irvak.Core.Contracts;

/// <summary>What a job, its owner and those who work on it may be called. Common practice, no source.</summary>
public static class JobNames
{
    public const int MostTitle = 120,
        MostOwner = 120,
        MostWho = 80;

    /// <summary>What is wrong with the title of a job; null when nothing is.</summary>
    public static SheetProblem? Title(string? title) =>
        string.IsNullOrWhiteSpace(title) || title.Length > MostTitle
            ? new("/title", $"A job needs a title of at most {MostTitle} characters.")
            : Contract.TextProblem(title, "/title", MostTitle);

    /// <summary>What is wrong with the owner of a machine, who need not be known.</summary>
    public static SheetProblem? Owner(string? owner) =>
        owner?.Length > MostOwner
            ? new("/owner", $"An owner is at most {MostOwner} characters long.")
            : Contract.TextProblem(owner, "/owner", MostOwner);

    /// <summary>What is wrong with the name of somebody who works here.</summary>
    public static SheetProblem? Who(string? who, string path = "/who") =>
        string.IsNullOrWhiteSpace(who) ? new(path, "Say your name first: history tells who did what.")
        : who.Length > MostWho ? new(path, $"A name is at most {MostWho} characters long.")
        : Contract.TextProblem(who, path, MostWho);
}
