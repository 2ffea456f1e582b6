# frozen_string_literal: true

require "base64"
require "fileutils"

module Server
  # A photograph of a box of a job, with a small one beside it. Both are files in the data folder.
  class Photograph < ActiveRecord::Base
    FOLDER = "photographs"
    # Photographs of one job at most
    MOST = 200

    belongs_to :job

    # @param job [Job]
    # @return [Array<Hash>] its photographs, and those that earlier jobs at the house have of the same boxes
    def self.shown(job)
      places = job.document["places"].map { |row| row["id"] }
      earlier = where(job: job.house.jobs.where(id: ...job.id), place: places)
      [*earlier.order(:id).map { |one| { **one.to_h, earlier: true } }, *where(job:).order(:id).map(&:to_h)]
    end

    # Keeps a picture, without what the camera wrote beside it.
    # @param picture [String] JPEG in Base64
    # @param small [String] the same, small
    # @return [Photograph]
    # @raise [Problem] for what is no picture, and where the disk is full
    def self.keep!(job:, place:, picture:, small:, person: nil)
      raise Problem.new(422, "A job keeps #{MOST} photographs at most.", "") if where(job:).count >= MOST

      whole = decoded(picture, "/picture")
      little = decoded(small, "/small")
      transaction { create!(job:, place:, person:, bytes: whole.bytesize).tap { |row| row.write!(whole, little) } }
    rescue Errno::ENOSPC
      raise Problem.new(507, "The disk is full; this photograph was not kept. Nothing else is lost.")
    end

    def self.decoded(text, pointer)
      Jpeg.bare(Base64.strict_decode64(text)) or raise(Problem.new(422, "This is not a JPEG picture.", pointer))
    rescue ArgumentError
      raise Problem.new(422, "This is not Base64.", pointer)
    end
    private_class_method :decoded

    # @return [String]
    def path(small: false) = File.join(Database.folder, FOLDER, "#{id}#{".small" if small}.jpg")

    # Writes both files, or none.
    def write!(whole, little)
      FileUtils.mkdir_p(File.dirname(path), mode: 0o700)
      File.binwrite(path, whole, perm: 0o600)
      File.binwrite(path(small: true), little, perm: 0o600)
    rescue SystemCallError
      delete_files
      raise
    end

    def remove!
      destroy!
      delete_files
    end

    def to_h =
      {
        id:,
        place:,
        person:,
        taken: created_at.utc.iso8601,
        earlier: false,
        picture: "/api/photographs/#{id}",
        small: "/api/photographs/#{id}/small"
      }

    private

    def delete_files = [path, path(small: true)].each { |file| FileUtils.rm_f(file) }
  end
end
