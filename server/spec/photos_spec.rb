# frozen_string_literal: true

require_relative "server_helper"
ENV["VIPS_WARNING"] ||= "1" # broken pictures are what this is about
require "vips"
require "zip"

RSpec.describe "Photos" do
  let(:job) { job_with(entry("removed", part: "fuel-line")) }

  # Two halves, dark and light, so that turning it shows.
  def picture(wide = 40, high = 20)
    Vips::Image.black(wide / 2, high).join(Vips::Image.black(wide / 2, high) + 255, :horizontal).cast(:uchar)
  end

  def jpeg(image = picture) = image.jpegsave_buffer(Q: 90)

  # With a place and a camera in it, lying on its side: tags of the Exif 2.3 standard (CIPA DC-008).
  def with_metadata
    image = picture.mutate do |one|
      one.set_type!(GObject::GSTR_TYPE, "exif-ifd0-Make", "Wobbly Camera Works")
      one.set_type!(GObject::GSTR_TYPE, "exif-ifd3-GPSLatitude", "52/1 30/1 0/1")
      one.set_type!(GObject::GINT_TYPE, "orientation", 6)
    end
    jpeg(image)
  end

  def send_photo(bytes, id = SecureRandom.uuid, type = "image/jpeg", to: job["id"])
    header "Content-Type", type
    put "/api/v1/jobs/#{to}/photos/#{id}", bytes
    id
  end

  def kept(id, to = job["id"])
    get "/api/v1/jobs/#{to}/photos/#{id}"
    last_response.body.b
  end

  def refusal = [last_response.status, answer["type"].delete_prefix("/problems/")]

  it "are kept without a word of where and by what they were taken, and the right way up" do
    sent = with_metadata
    expect(sent).to include "Wobbly Camera Works"
    id = send_photo(sent)
    expect([last_response.status, answer]).to eq [200, { "photo" => id, "width" => 20, "height" => 40 }]
    assert_response_schema_confirm(200)
    stored = Vips::Image.new_from_buffer(kept(id), "")
    expect(stored.get_fields.grep(UpperBranchServer::PictureWork::METADATA)).to be_empty
    expect(last_response.body.b).not_to include "Wobbly"
    # Orientation 6 (Exif): the stored left edge is the top: dark above, light below.
    expect([stored.crop(0, 2, 20, 14).avg, stored.crop(0, 24, 20, 14).avg]).to match [be < 20, be > 235]
  end

  it "are served as pictures and nothing else" do
    kept(send_photo(jpeg))
    headers = last_response.headers
    expect(headers["content-type"]).to eq "image/jpeg"
    expect(headers["x-content-type-options"]).to eq "nosniff"
    expect(headers["content-security-policy"]).to eq "default-src 'none'; sandbox"
    expect(headers["cache-control"]).to include "immutable"
    kept(SecureRandom.uuid)
    expect(last_response.status).to eq 404
    kept("nonsense")
    expect(last_response.status).to eq 404
  end

  it "are made small, and PNG with nothing behind it becomes white" do
    id = send_photo(jpeg(picture(4000, 1000)))
    expect(answer.slice("width", "height").values).to eq [1600, 400]
    clear = picture.bandjoin([picture, picture, Vips::Image.black(40, 20)]).copy(interpretation: :srgb)
    png = send_photo(clear.pngsave_buffer, SecureRandom.uuid, "image/png")
    expect(Vips::Image.new_from_buffer(kept(png), "").avg).to be > 250
    expect(Vips::Image.new_from_buffer(kept(id), "").width).to eq 1600
  end

  it "are stored once, however often they are sent, and never over another" do
    id = send_photo(jpeg)
    first = kept(id)
    send_photo(jpeg, id)
    expect(last_response.status).to eq 200
    send_photo(jpeg(picture(60, 20)), id)
    expect(refusal).to eq [409, "conflict"]
    expect(kept(id)).to eq first
    send_photo(jpeg, id, to: SecureRandom.uuid)
    expect(last_response.status).to eq 404
  end

  it "are refused by what is in them, in words" do
    {
      "#{jpeg}#{'x' * 10_000_000}" => [413, "too-large"],
      "GIF89a not for us" => [415, "no-photo"],
      "<svg xmlns='http://www.w3.org/2000/svg' onload='alert(1)'/>" => [415, "no-photo"],
      "" => [415, "no-photo"],
      jpeg.byteslice(0, 300) => [422, "photo"],
      "\xFF\xD8\xFF\xE0 not a picture".b => [422, "photo"],
      "\x89PNG\r\n\x1A\n broken".b => [422, "photo"]
    }.each do |bytes, told|
      send_photo(bytes)
      expect(refusal).to eq(told), "#{bytes.b[0, 20].inspect}: #{last_response.body}"
    end
    send_photo("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00".b, SecureRandom.uuid, "application/octet-stream")
    expect(answer["detail"]).to match(/HEIC.*JPEG/)
    send_photo(jpeg, SecureRandom.uuid, "text/html")
    expect(last_response.status).to eq 415
    expect(ServerUnderTest.database[:photos].count).to eq 0
  end

  # Small files that unpack into very large pictures. How large is asked of their heads; what is read is read elsewhere.
  it "do not unpack without end" do
    [Vips::Image.black(9000, 9000).pngsave_buffer(compression: 9),
     Vips::Image.black(7700, 7700, bands: 3).cast(:ushort).copy(interpretation: :rgb16)
                .pngsave_buffer(compression: 9, interlace: true, bitdepth: 16)].each do |bomb|
      expect(bomb.bytesize).to be < 500_000
      before = memory
      send_photo(bomb)
      expect(refusal).to eq [413, "too-large"]
      expect(memory - before).to be < 20_000
    end
  end

  # KB of this process
  def memory = Integer(File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1])

  it "are decoded one after the other, and who comes beyond those that wait is told to come again" do
    id = job["id"]
    slots = UpperBranchServer::Slots.new(1, waiting: 1, patience: 5)
    stub_const("UpperBranchServer::Pictures::SLOTS", slots)
    inside = Queue.new
    go = Queue.new
    holder = Thread.new { slots.take { inside.push(true) && go.pop } }
    inside.pop
    waiter = Thread.new { slots.take { :waited } }
    Thread.pass until waiter.status == "sleep"
    send_photo(jpeg, to: id)
    expect([*refusal, last_response.headers["retry-after"]]).to eq [429, "busy", "15"]
    go.push(true)
    expect([holder, waiter].map(&:value)).to eq [true, :waited]
    send_photo(jpeg, to: id)
    expect(last_response.status).to eq 200
  end

  it "that take too long or too much are given up, and the next is read" do
    stub_const("UpperBranchServer::Pictures::PATIENCE", 0.01)
    send_photo(jpeg)
    expect(refusal).to eq [413, "too-large"]
    stub_const("UpperBranchServer::Pictures::PATIENCE", 60)
    stub_const("UpperBranchServer::Pictures::MEMORY", 50_000_000)
    send_photo(jpeg)
    expect(refusal).to eq [413, "too-large"]
    stub_const("UpperBranchServer::Pictures::MEMORY", 1_500_000_000)
    send_photo(jpeg)
    expect(last_response.status).to eq 200
  end

  it "belong to what they show, by an entry" do
    part = job["entries"].last["id"]
    id = send_photo(jpeg)
    told = post_json("/api/v1/jobs/#{job['id']}/entries",
                     { version: 2, entries: [entry("photo", photo: id, of: part, caption: " the clip ")] })
    assert_response_schema_confirm(200)
    expect(told["trace"]["photos"].first).to include("photo" => id, "of" => part, "caption" => "the clip")
    post_json("/api/v1/jobs/#{job['id']}/entries",
              { version: 3, entries: [entry("photo", photo: SecureRandom.uuid, of: SecureRandom.uuid)] })
    expect([last_response.status, answer["errors"].first["field"]]).to eq [422, "entries/0/data/of"]
  end

  describe "in a job's zip" do
    let(:photo) { send_photo(jpeg(picture(400, 300))) }

    def zip(id = job["id"])
      get "/api/v1/jobs/#{id}/file.zip"
      last_response.body.b
    end

    def parts(bytes) = UpperBranchServer::JobArchive.read(bytes)

    def take_in(bytes)
      bytes = UpperBranchServer::JobArchive.write(bytes) if bytes.is_a?(Hash)
      header "Content-Type", "application/zip"
      post "/api/v1/jobs/zip", bytes
    end

    before do
      post_json("/api/v1/jobs/#{job['id']}/entries", { version: 2, entries: [entry("photo", photo: photo)] })
    end

    it "come back to the letter" do
      out = zip
      expect(last_response.headers.values_at("content-type", "content-disposition"))
        .to eq ["application/zip", 'attachment; filename="job.zip"']
      expect(parts(out).keys).to eq ["job.json", "readings.csv", "photos/#{photo}.jpg"]
      ServerUnderTest.clean
      take_in(out)
      expect(last_response.status).to eq(200), last_response.body
      expect(parts(zip)).to eq parts(out)
      take_in(out)
      expect(last_response.status).to eq 200
    end

    # Whatever is in them, and however many photos.
    it "come back to the letter, whatever is in them" do
      chance = Random.new(14)
      5.times do
        letters = Array.new(9) { ["ß", "🌿", '"', "a", "\n"].sample(random: chance) }
        made = job_with(entry("note", text: "x#{letters.join}"))
        shots = Array.new(chance.rand(0..3)) do
          id = send_photo(jpeg(picture(20 * chance.rand(2..90), chance.rand(20..900))), to: made["id"])
          entry("photo", photo: id, caption: ["", "the clip", "Ärmel"].sample(random: chance))
        end
        post_json("/api/v1/jobs/#{made['id']}/entries", { version: 2, entries: shots }) if shots.any?
        out = zip(made["id"])
        expect(parts(out).size).to eq 2 + shots.size
        ServerUnderTest.clean
        take_in(out)
        expect(last_response.status).to eq(200), last_response.body
        expect(parts(zip(made["id"]))).to eq parts(out)
      end
    end

    it "are told what is wrong with one, at the part" do
      good = parts(zip)
      ServerUnderTest.clean
      {
        good.except("job.json") => "job.json",
        good.merge("../../etc/passwd" => "x") => "../../etc/passwd",
        good.merge("photos/#{SecureRandom.uuid}.jpg" => jpeg) => %r{\Aphotos/},
        good.merge("job.json" => good["job.json"].sub('"kind": "photo"', '"kind": "spell"')) => "entries/2/kind"
      }.each do |bad, field|
        take_in(bad)
        expect([last_response.status, answer["errors"].first["field"]]).to match([422, field]), last_response.body
      end
      take_in(good.merge("photos/#{photo}.jpg" => with_metadata))
      expect(refusal).to eq [422, "photo"]
      take_in("PK\x03\x04 no zip".b)
      expect(refusal).to eq [422, "invalid"]
      take_in("")
      expect(refusal).to eq [422, "invalid"]
      expect(ServerUnderTest.database[:jobs].count).to eq 0
    end

    # Zeros pack to a thousandth.
    it "do not unpack without end" do
      zeros = "0" * 6_000_000
      take_in("job.json" => zeros)
      expect(refusal).to eq [413, "too-large"]
      packed = Zip::OutputStream.write_buffer do |zip| # photos are not packed where they are written here
        zip.put_next_entry("job.json")
        zip.write(parts_of_a_job["job.json"])
        20.times do
          zip.put_next_entry("photos/#{SecureRandom.uuid}.jpg")
          zip.write("0" * 3_900_000)
        end
      end.string
      expect(packed.bytesize).to be < 120_000
      before = memory
      take_in(packed)
      expect([*refusal, memory - before]).to match [413, "too-large", (be < 20_000)]
    end

    def parts_of_a_job = { "job.json" => "{}" }

    # What its last record says, before anything of it is read; and a record of the wide kind (Zip64).
    it "are not looked through when they have very many parts" do
      ending = ->(count, size) { ["PK\x05\x06", 0, 0, count, count, size, 0, 0].pack("a4v4V2v") }
      [ending.call(60_000, 4_000_000), ending.call(0xFFFF, 0xFFFFFFFF), ending.call(100, 90_000_000)].each do |record|
        allow(Zip::File).to receive(:open_buffer)
        take_in("PK\x03\x04".b + ("x" * 1000) + record.b)
        expect([*refusal, answer["detail"]]).to match [422, "invalid", /More than 200 parts/]
        expect(Zip::File).not_to have_received(:open_buffer)
      end
    end
  end
end
