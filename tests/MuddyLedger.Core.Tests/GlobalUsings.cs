global using MuddyLedger.Core.Limits;
global using Shouldly;
global using Xunit;
