namespace Spolium.Core.Chemistry;

/// <summary>
/// What a metal does in nitric acid and in aqua regia, as balanced reactions made from its row in metals-in-acid.csv.
/// The acid figures of the trade (2.644 g nitric per gram of copper and so on) follow from these equations.
/// </summary>
public sealed class MetalInAcid
{
    private static readonly Dictionary<string, MetalInAcid> ByState = ReferenceTable
        .Read("metals-in-acid.csv", r => new MetalInAcid(r), "state")
        .ToDictionary(m => m.State);

    private MetalInAcid(ReferenceRow r)
    {
        State = r.Text("state");
        Element = r.Text("element");
        HclAloneShare = r.Number("hcl_alone_share");
        Source = r.Source;
        if (r.Text("nitrate") is { Length: > 0 } nitrate)
        {
            NitricByNo = Reaction.Of(
                $"{Element} + HNO3 {(nitrate == "SnO2·H2O" ? "+ H2O " : "")}= {nitrate} + NO{(nitrate == "SnO2·H2O" ? "" : " + H2O")}"
            );
            NitricByNo2 = Reaction.Of($"{Element} + HNO3 = {nitrate} + NO2 + H2O");
        }
        var chloride = r.Text("chloride");
        AquaRegia = Reaction.Of($"{Element} + HNO3 + HCl = {chloride} + NO + H2O");
        if (r.Text("hcl_alone") is { Length: > 0 } lower)
        {
            HclAlone = Reaction.Of($"{Element} + HCl = {lower} + H2");
            if (lower != chloride)
                ThenOxidised = Reaction.Of($"{lower} + HNO3 + HCl = {chloride} + NO + H2O");
        }
    }

    /// <summary>The metal and, where it matters, the state it goes to (PdII, PdIV).</summary>
    public string State { get; }
    public string Element { get; }

    /// <summary>Dilute way, to NO; null for metals that nitric acid leaves alone.</summary>
    public Reaction? NitricByNo { get; }

    /// <summary>Strong way, to NO2.</summary>
    public Reaction? NitricByNo2 { get; }
    public Reaction AquaRegia { get; }

    /// <summary>By hydrochloric acid alone, with hydrogen, to the lower state.</summary>
    public Reaction? HclAlone { get; }

    /// <summary>What nitric acid then does to the lower state; null when there is none.</summary>
    public Reaction? ThenOxidised { get; }

    /// <summary>Likely share of the metal that hydrochloric acid takes before nitric acid comes in, 0 to 1.</summary>
    public double HclAloneShare { get; }
    public string Source { get; }

    /// <summary>In nitric acid palladium goes to II; in aqua regia to IV.</summary>
    public static MetalInAcid? Find(string metal, bool chloride) =>
        ByState.GetValueOrDefault(metal == "Pd" ? (chloride ? "PdIV" : "PdII") : metal);

    public bool IsNoble => Element is "Au" or "Pt" or "Pd";
}
