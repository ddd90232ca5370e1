//! Documents are kept compressed: a build of 5 kB takes about 1 kB, so every revision can stay.

use std::io::{Read, Write};

use flate2::Compression;
use flate2::read::ZlibDecoder;
use flate2::write::ZlibEncoder;

use crate::StoreError;

/// Text to compressed bytes.
///
/// # Errors
/// [`StoreError::Packing`]: of memory, never of the disk.
pub(crate) fn pack(text: &str) -> Result<Vec<u8>, StoreError> {
    packed(text.as_bytes(), Compression::default())
}

fn packed(bytes: &[u8], compression: Compression) -> Result<Vec<u8>, StoreError> {
    let mut encoder = ZlibEncoder::new(Vec::new(), compression);
    encoder.write_all(bytes).and_then(|()| encoder.finish()).map_err(StoreError::Packing)
}

/// Bytes to compressed bytes, quickly: readings are many.
///
/// # Errors
/// [`StoreError::Packing`].
pub(crate) fn pack_bytes(bytes: &[u8]) -> Result<Vec<u8>, StoreError> {
    packed(bytes, Compression::fast())
}

/// Compressed bytes to bytes; `None` when they are damaged.
pub(crate) fn unpack_bytes(bytes: &[u8]) -> Option<Vec<u8>> {
    let mut unpacked = Vec::new();
    ZlibDecoder::new(bytes).read_to_end(&mut unpacked).ok()?;
    Some(unpacked)
}

/// Compressed bytes to text; `None` when they are damaged.
pub(crate) fn unpack(bytes: &[u8]) -> Option<String> {
    let mut text = String::new();
    ZlibDecoder::new(bytes).read_to_string(&mut text).ok()?;
    Some(text)
}
