using Irvak.Core.Contracts;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>Every refusal is a problem document (RFC 9457) with a stable type and one clear sentence.</summary>
public static class Problems
{
    public static IResult UnknownJob(string number) => Of(404, "unknown-job", $"There is no job {number}.");

    public static IResult Unknown(string what) => Of(404, "unknown", $"There is no {what}.");

    public static IResult Invalid(params SheetProblem[] errors) => Of(400, "invalid", errors[0].Text, new() { ["errors"] = errors });

    /// <summary>What is still being typed is no bad request; it is only not enough yet.</summary>
    public static IResult NotYet(SheetProblem problem) => Of(422, "invalid", problem.Text, new() { ["errors"] = new[] { problem } });

    public static IResult NotUnderstood(string sentence) => Of(422, "capture-not-understood", sentence);

    /// <param name="others">What was sent, all of other machines.</param>
    public static IResult AnotherMachine(string sentence, IReadOnlyList<LeftOut> others) =>
        Of(422, "another-machine", sentence, new() { ["machine"] = others[0].Machine });

    public static IResult TooLarge() => Of(413, "too-large", "It is larger than 8 MiB; nothing was stored.");

    public static IResult From(EditOutcome outcome, string number) =>
        outcome switch
        {
            EditOutcome.Unknown => UnknownJob(number),
            EditOutcome.Refused { Problem: var p } => Invalid(p),
            EditOutcome.OtherContent => Of(422, "key-used", "This key was used before for something else; nothing was stored."),
            EditOutcome.Unworkable { Cause: var cause } => Of(
                422,
                "unworkable",
                $"With this the {DamagedPart.Of(cause)} can’t be worked out; nothing was stored. The log of the host has the details."
            ),
            EditOutcome.NothingToDo => Of(409, "nothing-to-undo", "There is nothing of yours to take back or bring again."),
            EditOutcome.Clashed { Clashes: var clashes, LastNumber: var last } => Of(
                409,
                "clash",
                Sentence(clashes[0]),
                new() { ["clashes"] = clashes, ["lastNumber"] = last }
            ),
            EditOutcome.Rests { Dependents: var later } => Of(
                409,
                "later-edits-rest-on-it",
                $"{later[0].Stamp.Who} has since {Past(Told(later[0]))}; it would be taken back too.",
                new()
                {
                    ["dependents"] = later
                        .Select(e => new
                        {
                            e.Number,
                            e.Stamp.Who,
                            Sentence = Told(e),
                        })
                        .ToList(),
                }
            ),
            _ => throw new ArgumentException($"{outcome.GetType().Name} is no refusal.", nameof(outcome)),
        };

    private static string Sentence(Clash clash) =>
        $"{clash.Who} has changed {clash.What} since you looked: “{clash.Theirs}”; you wanted “{clash.Yours}”.";

    internal static string Told(HistoryEntry entry) => entry.Edit?.Tell() ?? "made a change that can’t be read any more";

    private static string Past(string sentence) => "done this: " + sentence;

    private static IResult Of(int status, string type, string detail, Dictionary<string, object?>? more = null) =>
        Results.Problem(detail: detail, statusCode: status, type: "/problems/" + type, title: Titles[type], extensions: more);

    private static readonly Dictionary<string, string> Titles = new()
    {
        ["unknown-job"] = "No such job",
        ["another-machine"] = "Another machine",
        ["unknown"] = "Not here",
        ["invalid"] = "That can't be taken",
        ["capture-not-understood"] = "Not understood",
        ["too-large"] = "Too large",
        ["nothing-to-undo"] = "Nothing to take back",
        ["key-used"] = "Used before",
        ["unworkable"] = "That can't be worked out",
        ["clash"] = "Somebody else was faster",
        ["later-edits-rest-on-it"] = "Later edits rest on it",
    };
}
