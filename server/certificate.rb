# frozen_string_literal: true

require "fileutils"
require "openssl"
require "socket"

module Server
  # The certificate with which the server speaks TLS on the local network: its own, made at the first start and kept in
  # the data folder. Browsers ask once whether to trust it; its fingerprint is shown on the console to compare.
  class Certificate
    YEARS = 10
    BITS = 2_048

    attr_reader :certificate_path, :key_path

    # @param folder [String] of the data
    def initialize(folder, names: Certificate.names, clock: -> { Time.now })
      @folder = File.join(folder, "tls")
      @certificate_path = File.join(@folder, "certificate.pem")
      @key_path = File.join(@folder, "key.pem")
      @names = names
      @clock = clock
    end

    # Names and addresses of this computer on the local network
    # @return [Array<String>]
    def self.names
      host = Socket.gethostname
      addresses = Socket.ip_address_list.select(&:ipv4?).map(&:ip_address)
      ["localhost", host, "#{host.delete_suffix(".local")}.local", *addresses].uniq
    end

    # Makes it where there is none, or where the computer has got a name that the old one does not have.
    # @return [Certificate]
    def ready
      make unless File.file?(key_path) && File.file?(certificate_path) && (@names - named).empty?
      self
    end

    # @return [String] SHA-256 of the certificate, in pairs of digits
    def fingerprint = OpenSSL::Digest::SHA256.hexdigest(read.to_der).upcase.scan(/../).join(":")

    # @return [Array<String>] what it was made for
    def named
      names = read.extensions.find { |one| one.oid == "subjectAltName" }
      names ? names.value.scan(/(?:DNS|IP Address):([^,\s]+)/).flatten : []
    end

    private

    def read = OpenSSL::X509::Certificate.new(File.read(certificate_path))

    def make
      FileUtils.mkdir_p(@folder, mode: 0o700)
      key = OpenSSL::PKey::RSA.new(BITS)
      File.write(key_path, key.to_pem, perm: 0o600)
      File.write(certificate_path, signed(key).to_pem, perm: 0o600)
    end

    def signed(key)
      certificate = OpenSSL::X509::Certificate.new
      certificate.version = 2
      certificate.serial = OpenSSL::BN.rand(120)
      certificate.subject = certificate.issuer = OpenSSL::X509::Name.new([["CN", "Dielectra on #{@names[1]}"]])
      certificate.public_key = key.public_key
      certificate.not_before = @clock.call - 86_400
      certificate.not_after = @clock.call + (YEARS * 365 * 86_400)
      extend(certificate)
      certificate.sign(key, OpenSSL::Digest.new("SHA256"))
    end

    def extend(certificate)
      factory = OpenSSL::X509::ExtensionFactory.new(certificate, certificate)
      names = @names.map { |name| name.match?(/\A[\d.]+\z/) ? "IP:#{name}" : "DNS:#{name}" }
      certificate.add_extension(factory.create_extension("basicConstraints", "CA:FALSE", true))
      certificate.add_extension(factory.create_extension("keyUsage", "digitalSignature,keyEncipherment", true))
      certificate.add_extension(factory.create_extension("extendedKeyUsage", "serverAuth"))
      certificate.add_extension(factory.create_extension("subjectAltName", names.join(",")))
    end
  end
end
