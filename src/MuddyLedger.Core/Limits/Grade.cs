namespace MuddyLedger.Core.Limits;

/// <summary>What is seen, in steps of a quarter: sound 0, slight 0.25, worn 0.5, bad 0.75, failed 1.</summary>
public enum Grade
{
    Sound,
    Slight,
    Worn,
    Bad,
    Failed,
}

/// <summary>What a grade counts.</summary>
public static class Grades
{
    /// <summary>0 sound, 0.25 slight, 0.5 worn, 0.75 bad, 1 failed.</summary>
    public static double Severity(this Grade grade) => (int)grade / 4.0;

    /// <summary>The step nearest to a measured severity; half-way counts as the worse.</summary>
    public static Grade Nearest(double severity) => (Grade)Math.Clamp((int)Math.Floor((severity * 4) + 0.5), 0, 4);
}
