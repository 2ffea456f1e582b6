# frozen_string_literal: true

require_relative "contexts"

RSpec.describe Server::Photograph do
  include_context "with the application"

  # A picture of one segment each, with what a camera writes beside it
  let(:picture) do
    segment = ->(kind, body) { [0xFF, kind, body.bytesize + 2].pack("CCn") + body }
    exif = segment[0xE1, "Exif\0\0position 47.1 N 8.5 E"]
    "\xFF\xD8".b + segment[0xE0, "JFIF\0"] + exif + segment[0xDB, "table"] + segment[0xFE, "comment"] +
      segment[0xDA, "scan"] + "data".b + "\xFF\xD9".b
  end

  def send_picture(place: "lamp_room", picture: Base64.strict_encode64(self.picture), small: picture) =
    send_json(:post, "/jobs/1/photographs", { place:, picture:, small: })

  it "is kept without position and comments, given back, backed up, and taken away" do
    expect(send_picture).to eq(201)
    id = said.first["id"]
    send_json(:get, "/photographs/#{id}")
    expect(last_response.headers["content-type"]).to eq("image/jpeg")
    expect(last_response.body.b).to include("table", "scan", "data").and(
      satisfy { |bytes| !bytes.match?(/Exif|position|comment/n) }
    )
    zip = File.join(Server::Database.folder, "all.zip")
    names = Server::Backup.new(Server::Database.folder).make(zip)["files"].map { |row| row["name"] }
    expect(names).to include("photographs/#{id}.jpg", "photographs/#{id}.small.jpg")
    expect([send_json(:delete, "/photographs/#{id}"), said]).to eq([200, []])
    expect(send_json(:get, "/photographs/#{id}")).to eq(404)
  end

  it "is shown at a later job in the same house, beside the same box only" do
    send_picture
    first = Server::Job.find(1)
    later = Server::Job.create!(house: first.house, title: "Again", document: first.document)
    send_json(:get, "/jobs/#{later.id}/photographs")
    expect(said.map { |one| one.slice("place", "earlier") }).to eq([{ "place" => "lamp_room", "earlier" => true }])
    elsewhere = first.document.merge("places" => first.document["places"].reject { |row| row["id"] == "lamp_room" })
    later.update!(document: elsewhere)
    send_json(:get, "/jobs/#{later.id}/photographs")
    expect(said).to eq([])
  end

  it "leaves nothing behind where the disk is full" do
    allow(File).to receive(:binwrite).and_call_original
    allow(File).to receive(:binwrite).with(/small/, any_args).and_raise(Errno::ENOSPC)
    expect([send_picture, said["detail"]]).to match([507, /disk is full/])
    expect([described_class.count, Dir.glob(File.join(Server::Database.folder, "photographs", "*"))]).to eq([0, []])
  end

  it "is refused where it is no picture, or of no place, and leaves nothing behind" do
    expect([send_picture(picture: Base64.strict_encode64("GIF89a")), said["pointer"]]).to eq([422, "/picture"])
    expect([send_picture(picture: "not base64!"), said["pointer"]]).to eq([422, "/picture"])
    expect([send_picture(place: "attic"), said["pointer"]]).to eq([422, "/place"])
    expect([described_class.count, Dir.glob(File.join(Server::Database.folder, "photographs", "*"))]).to eq([0, []])
  end
end
