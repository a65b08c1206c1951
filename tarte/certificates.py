"""TLS for a kitchen's own network: a certificate authority made on the spot, and a certificate for this server by it.

A device that is told once to trust the authority knows the server ever after, also when its certificate is renewed.
"""

from __future__ import annotations

import ipaddress
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

#: Devices refuse server certificates that hold for longer than 398 days.
AUTHORITY_DAYS, SERVER_DAYS, RENEW_DAYS = 3650, 390, 30


@dataclass(frozen=True, slots=True)
class Certificates:
    """The files a server needs, the authority's for devices to trust, and its fingerprint to compare."""

    certificate: Path
    key: Path
    authority: Path
    fingerprint: str


def certificates(folder: Path, hosts: Sequence[str], now: datetime, kitchen: str) -> Certificates:
    """The certificates for these host names and addresses, made or renewed where they have to be.

    now carries its time zone. The authority's key never leaves the folder.
    """
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    authority, authority_key = _authority(folder, now, kitchen)
    found = Certificates(
        folder / "server.pem", folder / "server-key.pem", folder / "authority.pem",
        authority.fingerprint(hashes.SHA256()).hex(":").upper(),
    )  # fmt: skip
    if not _serves(found, authority, hosts, now):
        key = ec.generate_private_key(ec.SECP256R1())
        made = _base(hosts[0], authority.subject, key.public_key(), now, SERVER_DAYS)
        made = made.add_extension(x509.SubjectAlternativeName([_name(h) for h in hosts]), critical=False)
        made = made.add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        made = made.add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        _write(found.key, _pem_key(key))
        _write(found.certificate, made.sign(authority_key, hashes.SHA256()).public_bytes(serialization.Encoding.PEM))
    return found


def _authority(folder: Path, now: datetime, kitchen: str) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    path, key_path = folder / "authority.pem", folder / "authority-key.pem"
    if path.is_file() and key_path.is_file():
        held = x509.load_pem_x509_certificate(path.read_bytes())
        key = serialization.load_pem_private_key(key_path.read_bytes(), None)
        if isinstance(key, ec.EllipticCurvePrivateKey) and held.not_valid_after_utc > now + timedelta(days=RENEW_DAYS):
            return held, key
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"{kitchen or 'Kitchen'}, its own authority"[:64])])
    made = _base(None, name, key.public_key(), now, AUTHORITY_DAYS).subject_name(name)
    made = made.add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
    usage = x509.KeyUsage(
        digital_signature=False, content_commitment=False, key_encipherment=False, data_encipherment=False,
        key_agreement=False, key_cert_sign=True, crl_sign=True, encipher_only=False, decipher_only=False,
    )  # fmt: skip
    held = made.add_extension(usage, critical=True).sign(key, hashes.SHA256())
    _write(key_path, _pem_key(key))
    _write(path, held.public_bytes(serialization.Encoding.PEM))
    return held, key


def _base(
    host: str | None, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: datetime, days: int
) -> x509.CertificateBuilder:
    made = x509.CertificateBuilder().issuer_name(issuer).public_key(key).serial_number(x509.random_serial_number())
    if host is not None:
        made = made.subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, host[:64])]))
    # A day earlier: the clocks of tablets are not all right.
    made = made.not_valid_before(now - timedelta(days=1)).not_valid_after(now + timedelta(days=days))
    return made.add_extension(x509.SubjectKeyIdentifier.from_public_key(key), critical=False)


def _serves(found: Certificates, authority: x509.Certificate, hosts: Sequence[str], now: datetime) -> bool:
    if not (found.certificate.is_file() and found.key.is_file()):
        return False
    held = x509.load_pem_x509_certificate(found.certificate.read_bytes())
    if held.issuer != authority.subject or held.not_valid_after_utc < now + timedelta(days=RENEW_DAYS):
        return False
    try:
        held.verify_directly_issued_by(authority)
    except Exception:
        return False
    names = held.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return set(names) >= {_name(h) for h in hosts}


def _name(host: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(host.strip("[]")))
    except ValueError:
        return x509.DNSName(host)


def _pem_key(key: ec.EllipticCurvePrivateKey) -> bytes:
    form = serialization.PrivateFormat.PKCS8
    return key.private_bytes(serialization.Encoding.PEM, form, serialization.NoEncryption())


def _write(path: Path, data: bytes) -> None:
    part = path.with_suffix(".part")
    part.touch(mode=0o600)
    part.write_bytes(data)
    part.replace(path)
