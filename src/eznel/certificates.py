"""A certificate authority of one's own, for https in one's own network.

It is made once and lies below the data folder, readable by its owner alone. It vouches for nothing
but addresses of private networks, names that end in .local, and this machine: who steals its key
can pretend to be no bank. What the application shows is made from it, for the addresses that the
machine has, and made anew when these change or a month before it ends.
"""

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from ipaddress import ip_address, ip_network
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

AUTHORITY_DAYS = 3650
SHOWN_DAYS = 397
"""Browsers trust no certificate for longer. [days]"""
RENEWED_DAYS = 30
OWN_NETWORKS = (
    "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "100.64.0.0/10",
    "127.0.0.0/8", "fc00::/7", "fe80::/10", "::1/128",
)  # fmt: skip
OWN_NAMES = ("local", "localhost")


@dataclass(frozen=True, slots=True)
class Shown:
    """Files of a certificate and its key, as a server takes them."""

    certificate: Path
    key: Path


@dataclass(frozen=True, slots=True)
class Authority:
    """A certificate authority of one's own."""

    folder: Path

    @property
    def certificate(self) -> Path:
        """Its certificate, which a phone comes to trust."""
        return self.folder / "authority.crt"

    @property
    def fingerprint(self) -> str:
        """SHA-256 of the certificate, as two-digit pairs: what a person compares."""
        made = x509.load_pem_x509_certificate(self.certificate.read_bytes())
        return made.fingerprint(hashes.SHA256()).hex(":").upper()

    def shown_for(self, names: Sequence[str], now: datetime) -> Shown:
        """Return a certificate for names and addresses; the known one while it still serves.

        Parameters
        ----------
        names : sequence of str
            Names and addresses under which the machine is asked; of addresses, those that lie in
            private networks.
        now : datetime
            The moment.

        Returns
        -------
        Shown
            With the authority's certificate behind it.
        """
        shown = Shown(self.folder / "shown.crt", self.folder / "shown.key")
        wanted = tuple(dict.fromkeys(name for name in names if vouched(name)))
        if not _serves(shown, wanted, now):
            self._show(shown, wanted, now)
        return shown

    def _show(self, shown: Shown, names: Sequence[str], now: datetime) -> None:
        key = ec.generate_private_key(ec.SECP256R1())
        authority = x509.load_pem_x509_certificate(self.certificate.read_bytes())
        signing = serialization.load_pem_private_key(self._key.read_bytes(), None)
        if not isinstance(signing, ec.EllipticCurvePrivateKey):
            raise TypeError("the authority's key is none of ours")
        made = (
            _begun("Eznel", authority.subject, key.public_key(), now, SHOWN_DAYS)
            .add_extension(x509.SubjectAlternativeName([_named(one) for one in names]), False)
            .add_extension(x509.BasicConstraints(ca=False, path_length=None), True)
            .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), False)
            .add_extension(
                x509.AuthorityKeyIdentifier.from_issuer_public_key(signing.public_key()), False
            )
            .sign(signing, hashes.SHA256())
        )
        _secret(shown.key, _private(key))
        shown.certificate.write_bytes(_public(made) + _public(authority))

    @property
    def _key(self) -> Path:
        return self.folder / "authority.key"


def authority(folder: Path, now: datetime) -> Authority:
    """Return the authority that lies in a folder; it is made where there is none yet.

    Parameters
    ----------
    folder : Path
        Below the data folder.
    now : datetime
        The moment.

    Returns
    -------
    Authority
        The same as long as the folder stays.
    """
    found = Authority(folder)
    if found.certificate.exists():
        return found
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Eznel, of this garden")])
    own = [x509.IPAddress(ip_network(one)) for one in OWN_NETWORKS]
    made = (
        _begun("Eznel, of this garden", name, key.public_key(), now, AUTHORITY_DAYS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), True)
        .add_extension(
            x509.NameConstraints([*own, *(x509.DNSName(one) for one in OWN_NAMES)], None), True
        )
        .add_extension(_USES, True)
        .add_extension(x509.SubjectKeyIdentifier.from_public_key(key.public_key()), False)
        .sign(key, hashes.SHA256())
    )
    _secret(folder / "authority.key", _private(key))
    found.certificate.write_bytes(_public(made))  # last: without it all is made again
    return found


def vouched(name: str) -> bool:
    """Return whether the authority may vouch for a name or an address.

    Parameters
    ----------
    name : str
        Like "shed.local" or "192.168.1.9".

    Returns
    -------
    bool
        Of what lies in private networks alone.
    """
    try:
        address = ip_address(name)
    except ValueError:
        return name in OWN_NAMES or name.endswith(".local")
    return any(address in ip_network(one) for one in OWN_NETWORKS)


_USES = x509.KeyUsage(
    digital_signature=False, content_commitment=False, key_encipherment=False,
    data_encipherment=False, key_agreement=False, key_cert_sign=True, crl_sign=True,
    encipher_only=False, decipher_only=False,
)  # fmt: skip


def _begun(
    name: str, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: datetime, days: int
) -> x509.CertificateBuilder:
    subject = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name)])
    return (
        x509.CertificateBuilder()
        .subject_name(subject)
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))  # the phone's clock may be behind
        .not_valid_after(now + timedelta(days=days))
    )


def _serves(shown: Shown, names: Iterable[str], now: datetime) -> bool:
    """Whether a certificate is for just these names, and for another month."""
    if not (shown.certificate.exists() and shown.key.exists()):
        return False
    known = x509.load_pem_x509_certificate(shown.certificate.read_bytes())
    said = known.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    left = known.not_valid_after_utc - now.astimezone(UTC)
    return left > timedelta(days=RENEWED_DAYS) and set(said) == {_named(one) for one in names}


def _named(name: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ip_address(name))
    except ValueError:
        return x509.DNSName(name)


def _private(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(
        serialization.Encoding.PEM,
        serialization.PrivateFormat.PKCS8,
        serialization.NoEncryption(),
    )


def _public(of: x509.Certificate) -> bytes:
    return of.public_bytes(serialization.Encoding.PEM)


def _secret(path: Path, data: bytes) -> None:
    """Write a file that only its owner may read."""
    path.unlink(missing_ok=True)
    path.touch(mode=0o600)
    path.write_bytes(data)
