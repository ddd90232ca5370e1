//! Documents are kept compressed: a build of 5 kB takes about 1 kB, so every revision can stay.

use std::io::{Read, Write};

use flate2::Compression;
use flate2::read::ZlibDecoder;
use flate2::write::ZlibEncoder;

/// Text to compressed bytes.
pub(crate) fn pack(text: &str) -> std::io::Result<Vec<u8>> {
    let mut encoder = ZlibEncoder::new(Vec::new(), Compression::default());
    encoder.write_all(text.as_bytes())?;
    encoder.finish()
}

/// Bytes to compressed bytes, quickly: readings are many.
pub(crate) fn pack_bytes(bytes: &[u8]) -> std::io::Result<Vec<u8>> {
    let mut encoder = ZlibEncoder::new(Vec::new(), Compression::fast());
    encoder.write_all(bytes)?;
    encoder.finish()
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
