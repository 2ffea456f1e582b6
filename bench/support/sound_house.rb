# frozen_string_literal: true

# A house once it was put right, for something else to happen in it
module SoundHouse
  module_function

  # @param circuit [Dielectra::Circuit] as a session left it
  # @param job [Dielectra::Evidence::Job]
  # @return [Dielectra::Circuit] without faults that come and go, and with switches whose marks say how they stand
  def of(circuit, job)
    marked = job.controls.select(&:on_off_marked).map(&:device)
    devices =
      circuit.devices.map { |row| marked.include?(row.id) ? row.with(settings: row.settings.except("reversed")) : row }
    faults = circuit.faults.reject { |fault| fault["kind"].end_with?("intermittent") }
    circuit.with(devices:, faults:)
  end
end
