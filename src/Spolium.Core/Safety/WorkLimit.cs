namespace Spolium.Core.Safety;

/// <summary>What a licence may cover (Reference/licence-scopes.csv).</summary>
public sealed record LicenceScope(string Id, string Name, string Source)
{
    public static readonly IReadOnlyList<LicenceScope> All = ReferenceTable.Read(
        "licence-scopes.csv",
        r => new LicenceScope(r.Text("id"), r.Text("name"), r.Source),
        "id"
    );

    public static LicenceScope? Find(string id) => All.FirstOrDefault(s => s.Id == id);
}

/// <summary>The most of some work that is led without a licence (Reference/work-limits.csv). Local codes come first.</summary>
/// <param name="Most">In the core's unit of its field: g, mL.</param>
public sealed record WorkLimit(string Id, string What, LicenceScope Scope, Field Field, double Most, string Source)
{
    /// <summary>Id of the limit of chlorine that a generator makes.</summary>
    public const string Chlorine = "chlorine";

    public static readonly IReadOnlyList<WorkLimit> All = ReferenceTable.Read(
        "work-limits.csv",
        r => new WorkLimit(
            r.Text("id"),
            r.Text("what"),
            LicenceScope.Find(r.Text("scope"))!,
            Enum.Parse<Field>(r.Text("field")),
            r.Number("most"),
            r.Source
        ),
        "id"
    );

    public static WorkLimit? Find(string id) => All.FirstOrDefault(l => l.Id == id);

    /// <summary>An amount as people say it, to three digits: "50 L", "250 mL".</summary>
    public string Words(double amount) =>
        Field != Field.Volume ? $"{Plain(amount)} g"
        : amount >= Litre ? $"{Plain(amount / Litre)} L"
        : $"{Plain(amount)} mL";

    private static string Plain(double amount)
    {
        var text = FigureText.Rough(amount, 3);
        return text.Contains('.', StringComparison.Ordinal) ? text.TrimEnd('0').TrimEnd('.') : text;
    }

    private const double Litre = 1000;
}
