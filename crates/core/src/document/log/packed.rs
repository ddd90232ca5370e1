//! The channels of a ride as bytes, to be kept: exact, and so ordered that they compress well.

use super::{Column, MOST_ROWS, RideColumns};

const MARK: &[u8; 4] = b"YRC1";

impl RideColumns {
    /// The channels as bytes: a mark, the number of rows, then channel by channel its key and its readings, the first bytes of all
    /// readings before the second ones.
    #[must_use]
    pub fn to_bytes(&self) -> Vec<u8> {
        let rows = self.t_s.0.len();
        let mut bytes = Vec::with_capacity(16 + 8 * rows * 6);
        bytes.extend_from_slice(MARK);
        bytes.extend_from_slice(&(rows as u64).to_le_bytes());
        for (key, column) in std::iter::once(("t_s", &self.t_s)).chain(self.channels()) {
            bytes.push(u8::try_from(key.len()).unwrap_or(u8::MAX));
            bytes.extend_from_slice(key.as_bytes());
            // Times rise evenly: what is left of a straight line is almost nothing.
            for place in 0..8 {
                bytes.extend(column.0.iter().map(|value| value.to_le_bytes()[place]));
            }
        }
        bytes
    }

    /// What [`Self::to_bytes`] made; `None` for anything else.
    #[must_use]
    pub fn from_bytes(bytes: &[u8]) -> Option<Self> {
        let rest = bytes.strip_prefix(MARK)?;
        let (count, mut rest) = rest.split_at_checked(8)?;
        let rows =
            usize::try_from(u64::from_le_bytes(count.try_into().ok()?)).ok().filter(|rows| *rows <= MOST_ROWS)?;
        let mut columns: Option<Self> = None;
        while let Some((length, after)) = rest.split_first() {
            let (key, after) = after.split_at_checked(usize::from(*length))?;
            let (planes, after) = after.split_at_checked(rows.checked_mul(8)?)?;
            rest = after;
            let read = (0..rows).map(|row| f64::from_le_bytes(std::array::from_fn(|place| planes[place * rows + row])));
            let column: Vec<f64> = read.collect();
            match (&mut columns, key) {
                (None, b"t_s") => columns = Some(Self::of_times(column)),
                (Some(columns), key) => *columns.channel_mut(std::str::from_utf8(key).ok()?)? = Some(Column(column)),
                (None, _) => return None,
            }
        }
        columns
    }
}

#[cfg(test)]
mod tests {
    use super::super::{Column, RideColumns};

    #[test]
    fn what_is_packed_comes_back_to_the_bit_and_what_is_damaged_does_not() {
        let mut columns = RideColumns::of_times(vec![0.0, 0.1, 0.25, 1e6]);
        columns.speed_m_s = Some(Column(vec![0.0, -0.0, f64::NAN, 1.0 / 3.0]));
        columns.battery_c = Some(Column(vec![f64::NAN; 4]));
        let bytes = columns.to_bytes();
        assert_eq!(RideColumns::from_bytes(&bytes).unwrap(), columns);
        for cut in 0..bytes.len() - 1 {
            assert!(RideColumns::from_bytes(&bytes[..cut]).is_none_or(|read| read != columns), "{cut}");
        }
        assert!(RideColumns::from_bytes(b"anything else").is_none());
        let mut huge = bytes;
        huge[4..12].copy_from_slice(&u64::MAX.to_le_bytes());
        assert!(RideColumns::from_bytes(&huge).is_none());
    }
}
