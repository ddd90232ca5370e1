//! The checks: demand over limit.

use super::worksheet::Worksheet;
use crate::evaluation::checks::Check;

/// Writes one sum a check that has numbers.
pub(super) fn write(checks: &[Check], paper: &mut Worksheet) {
    for check in checks {
        let (Some(demand), Some(limit), Some(utilisation)) = (check.demand, check.limit, check.utilisation) else {
            continue;
        };
        paper
            .line(
                match check.stage {
                    Some(stage) if stage > 0 => format!("check.{}.{}", check.code, stage + 1),
                    _ => format!("check.{}", check.code),
                },
                check.drive.as_deref(),
                check.title,
                "How much of what is allowed or possible is used?",
            )
            .solved("d", "what is asked of it", demand, check.unit)
            .solved("l", "what it allows or can do", limit, check.unit)
            .gives("u = d / l", utilisation, "", "demand over limit");
    }
}
