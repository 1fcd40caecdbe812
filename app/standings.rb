# frozen_string_literal: true

module App
  # Keeps the standing of every drawing up to what is stored. Requests read what is known; what has to be worked out is
  # put on the queue, unless all that it rests on is there already and it is done in a moment.
  module Standings
    module_function

    # { drawing id => basis now }: what a docket rests on besides the kernel: the document's version, the latest
    # revisions of its models. Three queries, whatever the number of drawings.
    def bases
      latest = Records::Revision.group(:model_id).maximum(:number)
      bound = Hash.new { |h, k| h[k] = [] }
      pairs = Records::Binding.distinct.order(:model_id).pluck(:drawing_id, :model_id)
      pairs.each { |drawing, m| bound[drawing] << "#{m}:#{latest[m]}" }
      Records::Drawing.pluck(:id, :version).to_h { |id, version| [id, rested(version, bound[id])] }
    end

    # The same of one drawing as it was read, in one query.
    def basis(drawing)
      shown = Records::Binding.where(drawing_id: drawing.id).select(:model_id)
      latest = Records::Revision.where(model_id: shown).group(:model_id).maximum(:number)
      rested(drawing.version, latest.sort.map { |m, number| "#{m}:#{number}" })
    end

    def rested(version, models) = "#{Nockplane::KERNEL_VERSION}/#{version}/#{models.join(',')}"

    # [Linking::Docket, is it up to date?] of one drawing: worked out now when that takes no building, else the last
    # known one (nil before there was any) while a worker does it. The block as of Linking::Docketing.
    def of(drawing, &)
      return VariantStandings.of(drawing) if drawing.variant

      basis = basis(drawing)
      known = Records::Standing.find_by(drawing_id: drawing.id)
      return known.docket, true if known && known.basis == basis
      return work_out(drawing, basis, &), true if at_hand?(drawing)

      recheck(drawing)
      known = Records::Standing.find_by(drawing_id: drawing.id) # a queue without workers has done it by now
      [known&.docket, known&.basis == basis]
    end

    # Works out and keeps the docket of a drawing.
    def work_out(drawing, basis = basis(drawing), &builder)
      builder ||= ->(sheet) { Sheetworks.builder(drawing.value, sheet) }
      docket = Nockplane::Linking::Docketing.of(drawing.value, Workshop.source, Sheetworks.latest, &builder)
      keep(drawing, basis, docket)
      docket
    end

    def keep(drawing, basis, docket)
      values = {
        basis: basis,
        behind: docket.behind.size,
        adrift: docket.adrift.size,
        others: docket.others,
        lines: JSON.generate(docket.to_h),
        **Records::Standing.summary(docket)
      }
      standing = Records::Standing.find_or_initialize_by(drawing_id: drawing.id)
      standing.update!(values)
    rescue ActiveRecord::RecordNotUnique
      retry # another process made the row meanwhile
    end

    # Is every model and linework that the docket compares there already?
    def at_hand?(drawing)
      value = drawing.value
      latest = Sheetworks.latest
      value.views.all? do |v|
        binding = value.binding(v.binding)
        [v.revision, binding.follow ? latest.call(binding.model) : binding.pinned].uniq.all? do |n|
          Nockplane::Drawings::ShownModel.of(Workshop.source, value, v, n).known?
        end
      end
    rescue Nockplane::Error
      false
    end

    # Those of some drawings (a relation) that may have something to catch up with: by what is known, or not known yet.
    # Others are not even read.
    def due(drawings)
      behind =
        Records::Standing.where(state: %w[behind fault]).select { |s| s.docket.behind.any? || s.docket.fields.any? }
      variants = Records::VariantStanding.where(state: 'behind').distinct.pluck(:drawing_id)
      drawings.where(id: stale | behind.map(&:drawing_id) | variants).to_a
    end

    # Puts a drawing's docket on the queue.
    def recheck(drawing, after: 0) = recheck_id(drawing.id, after: after)
    def recheck_id(id, after: 0) = Queue.once("docket-#{id}", Jobs::DocketJob.new(id), priority: 4, after: after)

    # Ids of drawings whose standing is not that of what is stored.
    def stale
      known = Records::Standing.pluck(:drawing_id, :basis).to_h
      bases.reject { |id, basis| known[id] == basis }.keys
    end

    # Has a worker look for what is stale, when there is something that no job waits for; ids: of what is stale, where
    # that is known.
    def sweep(ids = stale)
      return if ids.empty?

      waiting = Delayed::Job.where('queue LIKE ?', 'docket-%').pluck(:queue).to_set
      return if ids.all? { |id| waiting.include?("docket-#{id}") }

      Queue.once('sweep', Jobs::SweepJob.new('board'), priority: 3)
    end

    def recheck_stale = stale.each { |id| recheck_id(id) }
  end
end
