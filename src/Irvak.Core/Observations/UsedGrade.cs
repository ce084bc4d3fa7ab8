using System.Text.Json.Serialization;

namespace Irvak.Core.Observations;

/// <summary>What a used drive is worth. Reject comes last, so that the worst is the greatest.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Grade>))]
public enum Grade
{
    [JsonStringEnumMemberName("A")]
    A,

    [JsonStringEnumMemberName("B")]
    B,

    [JsonStringEnumMemberName("C")]
    C,

    [JsonStringEnumMemberName("reject")]
    Reject,
}

/// <param name="Text">What was read and where the limit lies.</param>
public sealed record GradeReason(Grade Grade, string Text);

/// <summary>The grade of a used drive: the worst of its columns, with every reason.</summary>
/// <param name="Reasons">All columns that were told, worst first.</param>
/// <param name="Doubts">Why a counter may not be believed, and what grades nothing but wants a look.</param>
public sealed record UsedGrade(Grade Grade, IReadOnlyList<GradeReason> Reasons, IReadOnlyList<string> Doubts);
