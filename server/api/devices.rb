# frozen_string_literal: true

module Server
  module Api
    # Devices on the local network: paired with a one-time code, listed, revoked. Whoever is in may do so: this computer
    # and every paired device.
    class Devices < Base
      get("/devices") { json({ here:, devices: Device.paired.order(:id).map(&:to_h) }) }

      post "/devices" do
        said = body!
        unless Pairing.use!(said["code"])
          raise Problem.new(422, "This code is wrong, used up, or older than #{Pairing::MINUTES} minutes.", "/code")
        end

        device, token = Device.pair!(person: said["person"], name: said["name"])
        headers["set-cookie"] = Access.cookie(token, secure: request.ssl?)
        json(device.to_h, status: 201)
      end

      post "/pairings" do
        json(
          { code: Pairing.open!, minutes: Pairing::MINUTES, address: ENV.fetch("DIELECTRA_ADDRESS", nil) },
          status: 201
        )
      end

      delete "/devices/:id" do
        device = Device.paired.find(Integer(params[:id], 10))
        device.revoke!
        Events.drop(device.id)
        json({ here:, devices: Device.paired.order(:id).map(&:to_h) })
      end

      private

      # @return [Integer, nil] the device that asks; nil for this computer
      def here = request.env[Access::DEVICE]&.id
    end
  end
end
